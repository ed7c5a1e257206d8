using Juvenal.Core.Care;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Rules;
using Juvenal.Store.Seeds;

namespace Juvenal.Store.Batches;

/// <summary>What the work to come takes.</summary>
public sealed class NeedsStore(NurseryTransaction nursery)
{
    private const string Select = $"""
        -- Sowings and moves that are not done.
        select w.kind, greatest(p.mid, $1), w.container_id, p.containers, case when w.kind = 'begin' then b.trays end, p.mix_litres,
          b.cultivar_id, b.start, b.seeds, b.lot_id, w.kind = 'move' and {StepSql.Number} = 1
        from plan_step p
        join path_step w on w.nursery_id = p.nursery_id and w.id = p.step_id and w.retired_on is null
        join batch b on b.nursery_id = p.nursery_id and b.id = p.batch_id and b.ended_on is null
        where p.done_on is null
          and w.kind in ('begin', 'move')
          and (p.containers > 0 or w.kind = 'begin')
        order by p.mid, p.step_id
        """;

    /// <summary>What the work to come takes, beside what the store holds.</summary>
    public async Task<IReadOnlyList<ToHave>> BesideStoreAsync(Catalogue catalogue, CancellationToken cancel)
    {
        var needs = await OfAsync(catalogue, cancel);
        var left = (await new StoreRoom(nursery).LeftAsync(catalogue, cancel)).ToDictionary(l => (l.Kind, l.Container), l => l.Left);
        return Buying.List(needs, (kind, container) => left.GetValueOrDefault((kind, container)));
    }

    /// <param name="catalogue">For names, and today.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<IReadOnlyList<Need>> OfAsync(Catalogue catalogue, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(catalogue);
        var rows = await nursery.ListAsync(
            Select,
            r =>
                (
                    Kind: r.Enum<StepKind>(0),
                    On: r.GetFieldValue<DateOnly>(1),
                    Container: r.OrNull<Guid>(2),
                    Containers: r.GetInt32(3),
                    Trays: r.OrNull<int>(4),
                    Mix: r.GetDouble(5),
                    Cultivar: r.GetGuid(6),
                    Start: r.Enum<Start>(7),
                    Seeds: r.GetInt32(8),
                    Lot: r.OrNull<Guid>(9),
                    First: r.GetBoolean(10)
                ),
            cancel,
            Sql.Of(catalogue.Today)
        );
        var mixes = (await new MixStore(nursery).AllAsync(cancel)).ToDictionary(m => m.Recipe.Use, m => m.Recipe);
        var left = await new SeedLotStore(nursery).LeftAsync([.. rows.Select(r => r.Lot).OfType<Guid>().Distinct()], cancel);
        return Needs.Of(
            rows.Select(r => new WorkToCome(
                r.Kind,
                r.On,
                r.Container is { } id && catalogue.Containers.TryGetValue(id, out var container) ? container.Name : null,
                r.Containers,
                r.Trays,
                r.Mix,
                mixes[Recipe.For(r.Kind, r.First && r.Start == Start.Seed, catalogue.Cultivars[r.Cultivar].Crop)],
                r is { Kind: StepKind.Begin, Start: Start.Seed } ? catalogue.Cultivars[r.Cultivar].Name : null,
                r.Seeds,
                // A packet whose seeds nobody counted is taken to be enough.
                r.Lot
                    is { } lot
                    ? left.GetValueOrDefault(lot) ?? int.MaxValue / 2
                    : null,
                r.Container
            ))
        );
    }
}
