using System.Text.Json;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>Writes groups as they stand, those that say something else than before.</summary>
internal static class StandingRows
{
    private const string Delete = """
        -- Groups that are empty by now.
        delete from standing
        where batch_id = any($1)
          and id <> all($2)
        """;

    private const string Put = """
        -- Groups as they stand, where that has changed.
        insert into standing (nursery_id, batch_id, id, container_id, place_id, seedlings, containers, reached_step_id, in_pot_since,
          hardened_since, from_group, merged, spaced_cm, one_of, seen, here_since, stage, up_on,
          outdoors, topped_on, topped)
        select $1, s.batch_id, s.id, s.container_id, s.place_id, s.seedlings, s.containers, s.reached_step_id, s.in_pot_since,
          s.hardened_since, s.from_group, s.merged, s.spaced_cm, 
          case when s.one_of is null then null else array(select o::uuid from jsonb_array_elements_text(s.one_of) as o) end,
          s.seen, s.here_since, s.stage, s.up_on, s.outdoors, s.topped_on, s.topped
        from unnest($2::uuid[], $3::uuid[], $4::uuid[], $5::uuid[], $6::int[], $7::int[], $8::uuid[], $9::date[], $10::date[], $11::uuid[],
          $12::bool[], $13::float8[], $14::jsonb[], $15::jsonb[], $16::date[], $17::text[], $18::date[], $19::jsonb[],
          $20::date[], $21::int[]) as s (batch_id, id, container_id, place_id,
          seedlings, containers, reached_step_id, in_pot_since, hardened_since, from_group, merged, spaced_cm, one_of, seen,
          here_since, stage, up_on, outdoors, topped_on, topped)
        on conflict (nursery_id, id) do update
        set container_id = excluded.container_id, place_id = excluded.place_id, seedlings = excluded.seedlings,
          containers = excluded.containers, reached_step_id = excluded.reached_step_id, in_pot_since = excluded.in_pot_since,
          hardened_since = excluded.hardened_since, from_group = excluded.from_group, merged = excluded.merged,
          spaced_cm = excluded.spaced_cm, one_of = excluded.one_of, seen = excluded.seen,
          here_since = excluded.here_since, stage = excluded.stage, up_on = excluded.up_on,
          outdoors = excluded.outdoors, topped_on = excluded.topped_on, topped = excluded.topped
        where (standing.container_id, standing.place_id, standing.seedlings, standing.containers, standing.reached_step_id,
            standing.in_pot_since, standing.hardened_since, standing.from_group, standing.merged, standing.spaced_cm, standing.one_of,
            standing.seen, standing.here_since, standing.stage, standing.up_on, standing.outdoors, standing.topped_on, standing.topped)
          is distinct from (excluded.container_id, excluded.place_id, excluded.seedlings, excluded.containers, excluded.reached_step_id,
            excluded.in_pot_since, excluded.hardened_since, excluded.from_group, excluded.merged, excluded.spaced_cm, excluded.one_of,
            excluded.seen, excluded.here_since, excluded.stage, excluded.up_on, excluded.outdoors, excluded.topped_on, excluded.topped)
        """;

    /// <param name="nursery">Whose.</param>
    /// <param name="counts">What ledgers come to, and what of them is stored, where that is known.</param>
    public static IEnumerable<NpgsqlBatchCommand> Of(
        Guid nursery,
        IReadOnlyCollection<(Guid Batch, BatchState State, BatchState? Before)> counts
    )
    {
        var groups = counts.SelectMany(c => c.State.Groups.Select(g => (c.Batch, Group: g, Up: UpOn(c.State)))).ToList();
        if (counts.Any(c => c.Before is not { } before || before.Groups.Any(g => !c.State.Groups.Any(now => now.Id == g.Id))))
            yield return NurseryTransaction.Command(Delete, Sql.Of(counts.Select(c => c.Batch).ToArray()), Each(g => g.Id.Value));
        if (groups.Count == 0)
            yield break;
        yield return NurseryTransaction.Command(
            Put,
            Sql.Of(nursery),
            Sql.Of(groups.Select(g => g.Batch).ToArray()),
            Each(g => g.Id.Value),
            Each(g => g.At.Container),
            Each(g => g.At.Place),
            Each(g => g.Seedlings),
            Each(g => g.Containers),
            Each(g => g.Reached.Id.Value),
            Each(g => g.InPotSince),
            Each(g => g.HardenedSince),
            Each(g => g.From?.Value),
            Each(g => g.Merged),
            Each(g => g.SpacedCm),
            Sql.OfJsonTexts(groups.Select(g => g.Group.OneOf is null ? null : Json(g.Group.OneOf))),
            Sql.OfJsonTexts(groups.Select(g => g.Group.Seen is null ? null : Json(g.Group.Seen))),
            Each(g => g.HereSince),
            Each(g => g.Reached.Kind.Word()),
            Sql.Of(groups.Select(g => g.Up).ToArray()),
            Sql.OfJsonTexts(groups.Select(g => g.Group.Outdoors is null ? null : Json(g.Group.Outdoors))),
            Each(g => g.ToppedOn),
            Each(g => g.Topped)
        );

        static DateOnly? UpOn(BatchState state) =>
            state.Route.Living.FirstOrDefault(s => s.Kind == StepKind.Up) is { } up ? state.DayOf(up) : null;

        NpgsqlParameter Each<T>(Func<Group, T> of) => Sql.Of(groups.Select(g => of(g.Group)).ToArray());
    }

    private static string Json<T>(T value) => JsonSerializer.Serialize(value, Sql.Json);
}
