using Npgsql;

namespace Juvenal.Store.Nurseries;

/// <summary>
/// The one order of locks: (1) the nursery's inputs, (2) packets by id, (3) all batches of the act by id, (4) trays by id, (5) counters of
/// codes. Each is taken by a statement that reads nothing else; what is decided upon is read by the next statement, because PostgreSQL
/// reads the locked row again after a wait, and nothing else of that statement.
/// </summary>
internal static class Locks
{
    private const string ForWork = """
        -- Work goes on beside other work; only what removes a place or a cultivar waits.
        select version
        from nursery_input
        for key share
        """;

    private const string ForNewBatch = """
        -- A new batch waits for a change of the inputs, and that for it: else its plan would be of before.
        select version
        from nursery_input
        for share
        """;

    private const string ForInputs = """
        -- The inputs of all plans change.
        update nursery_input
        set version = version + 1
        returning version
        """;

    private const string ForMaybeInputs = """
        -- The inputs of all plans may change.
        select version
        from nursery_input
        for no key update
        """;

    private const string ForInputsGo = """
        -- One of the inputs goes.
        select version
        from nursery_input
        for update
        """;

    private const string Packets = """
        -- Packets, in order.
        select id
        from seed_lot
        where id = any($1)
        order by id
        for no key update
        """;

    private const string Batches = """
        -- Batches, in order.
        select id
        from batch
        where id = any($1)
        order by id
        for no key update
        """;

    private const string OpenBatches = """
        -- Every batch that is not ended, in order.
        select id
        from batch
        where ended_on is null
        order by id
        for no key update
        """;

    private const string NextNumber = """
        -- The next running numbers of a season's codes.
        insert into code_counter as c (nursery_id, kind, season, last)
        values ($1, $2, $3, $4)
        on conflict (nursery_id, kind, season) do update
        set last = c.last + $4
        returning (last - $4)::text
        """;

    /// <summary>The first of the locks, taken with the first statement of the transaction; each has a result.</summary>
    public static IEnumerable<NpgsqlBatchCommand> First(Touches touches) =>
        touches switch
        {
            Touches.People => [],
            Touches.Inputs => [new(ForInputs)],
            Touches.InputsGo => [new(ForInputsGo), new(ForInputs)],
            Touches.NewBatch => [new(ForNewBatch)],
            Touches.MaybeInputs => [new(ForMaybeInputs)],
            _ => [new(ForWork)],
        };

    /// <summary>The inputs have changed, of an act that might change them.</summary>
    public static Task InputsChangedAsync(NurseryTransaction nursery, CancellationToken cancel) => nursery.ExecuteAsync(ForInputs, cancel);

    public static Task PacketsAsync(NurseryTransaction nursery, IEnumerable<Guid> ids, CancellationToken cancel) =>
        nursery.ReadTogetherAsync(cancel, OfPackets([.. ids.Distinct()]));

    /// <summary>The statement of <see cref="PacketsAsync"/>, to go before what is read under the lock.</summary>
    public static Reading OfPackets(Guid[] ids) => new(Packets, _ => { }, Sql.Of(ids));

    /// <returns>Those of the ids that are there.</returns>
    public static async Task<List<Guid>> BatchesAsync(NurseryTransaction nursery, IEnumerable<Guid> ids, CancellationToken cancel)
    {
        var there = new List<Guid>();
        await nursery.ReadTogetherAsync(cancel, OfBatches([.. ids.Distinct()], there.Add));
        return there;
    }

    /// <summary>The statement of <see cref="BatchesAsync"/>, to go before what is read under the lock.</summary>
    public static Reading OfBatches(Guid[] ids, Action<Guid> there) => new(Batches, r => there(r.GetGuid(0)), Sql.Of(ids));

    public static Task<List<Guid>> OpenBatchesAsync(NurseryTransaction nursery, CancellationToken cancel) =>
        nursery.ListAsync(OpenBatches, r => r.GetGuid(0), cancel);

    /// <summary>Takes running numbers; the last of the locks, held to the end.</summary>
    /// <returns>The number before the first that was taken.</returns>
    public static async Task<int> NumbersAsync(NurseryTransaction nursery, string kind, int season, int count, CancellationToken cancel) =>
        int.Parse(
            (
                await nursery.OneAsync(
                    NextNumber,
                    r => r.GetString(0),
                    cancel,
                    Sql.Of(nursery.Nursery),
                    Sql.Of(kind),
                    Sql.Of(season),
                    Sql.Of(count)
                )
            )!
        );
}
