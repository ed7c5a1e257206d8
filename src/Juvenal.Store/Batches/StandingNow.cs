using Juvenal.Core.Care;
using Juvenal.Core.Ledger;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>A group that stands, in a batch that is not ended.</summary>
/// <param name="CameUpOn">The day they came up, or came; null: not yet.</param>
/// <param name="SpacedCm">From the middle of one pot to that of the next, cm; null: pot to pot.</param>
/// <param name="Had">What they had outdoors; null: they have not begun to harden off.</param>
/// <param name="Stand">Where they harden off by their path; null: they do not.</param>
public sealed record StandingGroup(
    Guid BatchId,
    string Code,
    Guid CultivarId,
    GroupId Id,
    Spot At,
    StepKind Stage,
    int Seedlings,
    int Containers,
    DateOnly? InPotSince,
    DateOnly? CameUpOn,
    DateOnly? HardenedSince,
    double? SpacedCm,
    Outdoors? Had,
    Guid? Stand
)
{
    /// <summary>How they harden off; null where they do not, or stand in a bed.</summary>
    public HardeningGroup? OnLadder =>
        this is { HardenedSince: { } since, Had: { } had, Stand: { } stand, Seedlings: > 0 } && At.Container is not null
            ? new(BatchId, Code, CultivarId, stand, Id, At, Seedlings, since, had)
            : null;
}

/// <summary>What stands where in one place, in containers.</summary>
/// <param name="SmallestCellLitres">Null: nothing stands in cells.</param>
public sealed record PlaceStanding(Guid PlaceId, int Batches, int Seedlings, int Containers, double? SmallestCellLitres = null);

/// <summary>All that stands: read once, and asked by each part of the Round.</summary>
public sealed class StandingNow
{
    private const string Select = """
        -- What stands, in batches that are not ended: in some of them.
        select b.id, b.code, b.cultivar_id, s.id, s.container_id, s.place_id, s.stage, s.seedlings, s.containers, s.in_pot_since,
          case when b.start in ('plants', 'standing') then s.in_pot_since else s.up_on end,
          s.hardened_since, s.spaced_cm, s.outdoors_digest,
          case when s.outdoors_digest is not null then (
            select h.place_id
            from path_step h
            where h.nursery_id = b.nursery_id and h.batch_id = b.id and h.kind = 'harden' and h.retired_on is null
            limit 1) end
        from standing s
        join batch b on b.nursery_id = s.nursery_id and b.id = s.batch_id and b.ended_on is null
        """;

    private const string OfBatches = $"""
        {Select}
        where b.id = any($1)
        """;

    private const string OfOne = $"""
        {Select}
        where s.id = $1
        """;

    private StandingNow(IReadOnlyList<StandingGroup> groups) => Groups = groups;

    /// <summary>By code, then by group.</summary>
    public IReadOnlyList<StandingGroup> Groups { get; }

    /// <summary>Groups that harden off.</summary>
    public IEnumerable<HardeningGroup> OnLadder => Groups.Select(g => g.OnLadder).OfType<HardeningGroup>();

    public static async Task<StandingNow> LoadAsync(NurseryTransaction nursery, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(nursery);
        var rows = await nursery.Held.Standing.OfAsync(
            nursery,
            await WrittenBatches.AllAsync(nursery, cancel),
            async ids => [.. (await nursery.ListAsync(OfBatches, Read, cancel, Sql.Of(ids))).Select(r => (r.Group.BatchId, r))]
        );
        var had = await nursery.Held.Outdoors.OfAsync(nursery, rows.Select(r => r.Had), cancel);
        var groups = rows.Select(r => With(r, had));
        // Sorted here: what the database would sort it by (a shorter code first) is no index of it.
        return new([.. groups.OrderBy(g => g.Code.Length).ThenBy(g => g.Code, StringComparer.Ordinal).ThenBy(g => g.Id.Value)]);
    }

    /// <summary>One group; null where it is none, or its batch is ended.</summary>
    public static async Task<StandingGroup?> OneAsync(NurseryTransaction nursery, Guid group, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(nursery);
        var found = await nursery.ListAsync(OfOne, Read, cancel, Sql.Of(group));
        var had = await nursery.Held.Outdoors.OfAsync(nursery, found.Select(r => r.Had), cancel);
        return found.Select(r => With(r, had)).FirstOrDefault();
    }

    /// <summary>What stands where, in containers.</summary>
    public IEnumerable<PlaceStanding> ByPlace(Plans.Catalogue catalogue)
    {
        ArgumentNullException.ThrowIfNull(catalogue);
        return from g in Groups
            where g.At.Container is not null
            group g by g.At.Place into there
            select new PlaceStanding(
                there.Key,
                there.Select(g => g.BatchId).Distinct().Count(),
                there.Sum(g => g.Seedlings),
                there.Sum(g => g.Containers),
                there.Select(g => catalogue.Containers[g.At.Container!.Value]).Where(c => c.Cells is not null).Min(c => (double?)c.Litres)
            );
    }

    /// <summary>Room that is left in places whose size is known, m²: below 0, more stands there than fits pot to pot.</summary>
    public IReadOnlyDictionary<Guid, double> FreeM2(Plans.Catalogue catalogue, IEnumerable<Guid> places)
    {
        ArgumentNullException.ThrowIfNull(catalogue);
        var sized = places.Distinct().Where(p => catalogue.Places.TryGetValue(p, out var place) && place.AreaM2 is not null).ToHashSet();
        var taken = Groups
            .Where(g => g is { Containers: > 0, At.Container: not null } && sized.Contains(g.At.Place))
            .ToLookup(
                g => g.At.Place,
                g => BenchRoom.TakesM2(Plans.Catalogue.Of(catalogue.Containers[g.At.Container!.Value]), g.Containers, g.SpacedCm)
            );
        return sized.ToDictionary(p => p, p => catalogue.Places[p].AreaM2!.Value - taken[p].Sum());
    }

    /// <summary>As feeding asks; null where nothing stands in it.</summary>
    public static FedGroup? ToFeed(StandingGroup group, Plans.Catalogue catalogue)
    {
        ArgumentNullException.ThrowIfNull(group);
        ArgumentNullException.ThrowIfNull(catalogue);
        return group is { Seedlings: > 0, At.Container: { } container }
            ? new(
                group.Seedlings,
                group.Containers,
                Plans.Catalogue.Of(catalogue.Containers[container]),
                group.Stage,
                group.CameUpOn,
                group.InPotSince ?? DateOnly.MinValue
            )
            : null;
    }

    private static StandingGroup With((StandingGroup Group, string? Had) row, IReadOnlyDictionary<string, Outdoors> had) =>
        row.Had is { } digest ? row.Group with { Had = had.GetValueOrDefault(digest) } : row.Group;

    private static (StandingGroup Group, string? Had) Read(NpgsqlDataReader reader)
    {
        var r = new Row(reader);
        var (batch, code, cultivar, id, container, place) = (r.Id(), r.Text(), r.Id(), r.Id(), r.OrNull<Guid>(), r.Id());
        var group = new StandingGroup(
            batch,
            code,
            cultivar,
            new(id),
            new(container, place),
            r.Enum<StepKind>(),
            r.Int(),
            r.Int(),
            r.OrNull<DateOnly>(),
            r.OrNull<DateOnly>(),
            r.OrNull<DateOnly>(),
            r.OrNull<double>(),
            Had: null,
            Stand: null
        );
        var had = r.TextOrNull();
        return (group with { Stand = r.OrNull<Guid>() }, had);
    }
}
