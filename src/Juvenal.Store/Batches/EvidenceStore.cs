using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Troubles;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;

namespace Juvenal.Store.Batches;

/// <summary>What the record knows of a batch, where something looks wrong.</summary>
public sealed class EvidenceStore(NurseryTransaction nursery)
{
    private const string Fed = """
        -- What a batch was fed with, and whether feeding is logged at all.
        select c.on_day, (
          select max((f ->> 'ppm')::float8)
          from jsonb_array_elements(c.fed) f
          where f ->> 'batchId' = $1::text)
        from care c
        where c.kind = 'fed'
          and not c.taken_back
          and c.on_day > $2
        order by c.on_day desc
        """;

    private const string Others = """
        -- Other batches that were sown into the same place no earlier than this one: whether one is up.
        select bool_or(o.emerged > 0)
        from batch o
        join path_step f on f.nursery_id = o.nursery_id and f.batch_id = o.id and f.kind = 'begin' and f.place_id = $2
        where o.id <> $1
          and o.start = 'seed'
          and o.seeds_sown > 0
          and o.lot_id is distinct from $5
          and (o.step_days ->> f.id::text)::date between $3 and $4
        """;

    /// <param name="batch">Which.</param>
    /// <param name="catalogue">What there is.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<Evidence> OfAsync(BatchView batch, Catalogue catalogue, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(batch);
        ArgumentNullException.ThrowIfNull(catalogue);
        var (state, today) = (batch.State(), catalogue.Today);
        var group = Catalogue.RearOf(state) ?? state.Groups.FirstOrDefault(g => g.Seedlings > 0);
        var place = catalogue.Places[group?.At.Place ?? batch.Input.GerminationPlaceId];
        var climate = catalogue.ClimateOf(place);
        var leaf = LeafModel.For(batch.Group);
        var nights = PlaceNow.Days(catalogue, place, Diagnosis.NightsBack);
        var days = PlaceNow.Days(catalogue, place, Diagnosis.DaysBack);
        double? leaves = group is null ? null : group.Seen?.Leaves ?? batch.LeavesAt(today);
        var fed = await FedAsync(batch.Id, today, cancel);
        var ownFed = fed.Where(f => f.Ppm is > 0).ToList();
        return new(
            batch.Crop,
            batch.Habit == Habit.Tall,
            PlaceNow.LightMol(catalogue, place),
            nights.Count == 0 ? null : nights.Average(n => n.LowC),
            nights.Count == 0 ? null : nights.Min(n => n.LowC),
            days.Count == 0 ? null : days.Max(d => d.HighC),
            Pot(),
            group is { At.Container: not null } ? Math.Max(0, today.DayNumber - group.InPotSince.DayNumber) : null,
            group is { Reached.Kind: StepKind.Move } moved ? Math.Max(0, today.DayNumber - moved.InPotSince.DayNumber) : null,
            ownFed.Count == 0 ? null : today.DayNumber - ownFed[0].On.DayNumber,
            fed.Count > 0,
            ownFed.Where(f => f.On > today.AddDays(-Diagnosis.NightsBack)).Select(f => f.Ppm).Max(),
            leaves,
            group?.Seen is { HeightCm: { } cm, Leaves: { } counted }
                ? cm / PlantSize.Of(leaf, counted, LeafModel.FullLightMol).HeightCm
                : null,
            batch.Input.Begins.Kind == Start.Plants && state.BegunOn is { } came ? today.DayNumber - came.DayNumber : null,
            group?.HardenedSince is { } since ? today.DayNumber - since.DayNumber : null,
            place.LampUmol is > 0 || (place.DayKind ?? place.Kind) == PlaceKind.Lamps,
            climate?.SoilCelsius,
            batch.Input.Begins.Kind == Start.Seed ? batch.Input.Germination : null,
            await OthersUpAsync(batch, state, cancel)
        );

        double? Pot()
        {
            if (
                group is not { At.Container: { } id, Reached.Kind: not StepKind.PlantOut }
                || climate is null
                || !catalogue.Containers.TryGetValue(id, out var row)
                || Catalogue.Of(row) is { Final: true }
            )
                return null;
            return Looked.PotShare(group.Seen, leaf, Catalogue.Of(row), climate, group.InPotSince, batch.UpOn, today);
        }
    }

    private Task<List<(DateOnly On, double? Ppm)>> FedAsync(Guid batch, DateOnly today, CancellationToken cancel) =>
        nursery.ListAsync(
            Fed,
            r => (r.GetFieldValue<DateOnly>(0), r.OrNull<double>(1)),
            cancel,
            Sql.Of(batch),
            Sql.Of(today.AddDays(-Diagnosis.LoggedDays))
        );

    private async Task<bool?> OthersUpAsync(BatchView batch, BatchState state, CancellationToken cancel)
    {
        if (batch.Input.Begins.Kind != Start.Seed || state.BegunOn is not { } sown)
            return null;
        var found = await nursery.ListAsync(
            Others,
            r => r.OrNull<bool>(0),
            cancel,
            Sql.Of(batch.Id),
            Sql.Of(batch.Input.GerminationPlaceId),
            Sql.Of(sown.AddDays(-Diagnosis.SownTogetherDays)),
            Sql.Of(sown.AddDays(Diagnosis.SownTogetherDays)),
            Sql.OfNull(batch.Input.LotId)
        );
        return found[0];
    }
}
