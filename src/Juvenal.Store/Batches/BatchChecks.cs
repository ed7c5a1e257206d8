using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Batches;

/// <summary>What is looked up before the choices of a batch are planned or kept; an import is held to the same.</summary>
internal sealed class BatchChecks(NurseryTransaction nursery)
{
    private const string LotOf = """
        -- Of which cultivars are packets?
        select l.id, l.cultivar_id, c.name
        from seed_lot l
        join cultivar c on c.nursery_id = l.nursery_id and c.id = l.cultivar_id
        where l.id = any($1)
        """;

    private readonly Dictionary<Guid, (Guid Cultivar, string Name)?> _packets = [];

    /// <summary>Looks up the packets of several choices at once; those of one are looked up when they are checked.</summary>
    public async Task LookUpAsync(Guid[] lots, CancellationToken cancel)
    {
        foreach (var lot in lots)
            _packets[lot] = null;
        foreach (
            var (id, cultivar, name) in await nursery.ListAsync(
                LotOf,
                r => (r.GetGuid(0), r.GetGuid(1), r.GetString(2)),
                cancel,
                Sql.Of(lots)
            )
        )
            _packets[id] = (cultivar, name);
    }

    /// <summary>Whether packet and beginning are possible choices.</summary>
    /// <param name="id">The batch; null before it is kept.</param>
    /// <param name="input">The choices.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">No such packet, one of another cultivar, or a beginning that cannot be.</exception>
    public async Task CheckAsync(Guid? id, BatchInput input, CancellationToken cancel)
    {
        if (input.GerminationWeight is { } weight && !(weight is >= 1 and <= 100_000))
            throw new RefusedException(Failure.OutOfRange("germinationWeight", weight, 1, 100_000));
        await CheckLotAsync(input, cancel);
        await CheckStartAsync(id, input, cancel);
    }

    /// <exception cref="RefusedException">A beginning that cannot be: another's parts, a union out of range, a price below 0.</exception>
    private async Task CheckStartAsync(Guid? id, BatchInput input, CancellationToken cancel)
    {
        if (input.Start is not { } start)
            return;
        var failures = new List<Failure>();
        if (start.PriceEach is { } price && !(price is >= 0 and <= 10_000))
            failures.Add(Failure.OutOfRange("start.priceEach", price, 0, 10_000));
        if (start.UnionCm is { } union && !(union is >= 1 and <= 60))
            failures.Add(Failure.OutOfRange("start.unionCm", union, 1, 60));
        if (start.Kind != Start.Grafts && (start.RootstockId ?? start.ScionId) is not null)
            failures.Add(new("not-chosen", "start.rootstockId"));
        if (start.Kind != Start.Seed && input.LotId is not null)
            failures.Add(new("lot-without-seed", "lotId"));
        if (start.Kind != Start.Cuttings && start.MotherId is not null)
            failures.Add(new("not-chosen", "start.motherId"));
        if (start.Raised is { } raised && (start.Kind != Start.Plants || !Enum.IsDefined(raised)))
            failures.Add(new("not-chosen", "start.raised"));
        if (start.InFlower && start.Kind is not (Start.Plants or Start.Standing))
            failures.Add(new("not-chosen", "start.inFlower"));
        (string, Guid?)[] parts =
        [
            ("start.rootstockId", start.RootstockId),
            ("start.scionId", start.ScionId),
            ("start.motherId", start.MotherId),
        ];
        foreach (var (field, part) in parts)
        {
            if (
                part is { } batch
                && (batch == id || await nursery.OneAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.Of(new[] { batch })) is null)
            )
                failures.Add(new("not-chosen", field));
        }

        if (start.RootstockId is { } same && same == start.ScionId)
            failures.Add(new("graft-on-itself", "start.scionId"));
        if (failures.Count > 0)
            throw new RefusedException(failures);
    }

    /// <exception cref="RefusedException">No such packet, or one of another cultivar.</exception>
    private async Task CheckLotAsync(BatchInput input, CancellationToken cancel)
    {
        if (input.LotId is not { } lot)
            return;
        if (!_packets.ContainsKey(lot))
            await LookUpAsync([lot], cancel);
        if (_packets[lot] is not var (cultivar, name))
            throw new RefusedException(new Failure("not-chosen", "lotId"));
        if (cultivar != input.CultivarId)
            throw new RefusedException(new Failure("lot-of-other-cultivar", "lotId", Subject: name));
    }
}
