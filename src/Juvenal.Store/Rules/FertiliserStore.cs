using Juvenal.Core.Care;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Rules;

/// <summary>A fertiliser as its label has it.</summary>
/// <param name="Version">Send it back with a change; 0: new.</param>
/// <param name="Name">As the grower calls it.</param>
/// <param name="NitrogenPercent">N, % by weight, 0.01–100.</param>
/// <param name="PhosphatePercent">P₂O₅, % by weight; null: not said.</param>
/// <param name="PotashPercent">K₂O, % by weight; null: not said.</param>
/// <param name="InUse">Today's feed is reckoned with it: one at most.</param>
public sealed record FertiliserRow(
    Guid Id,
    int Version,
    string Name,
    double NitrogenPercent,
    double? PhosphatePercent,
    double? PotashPercent,
    bool InUse
);

/// <summary>The nursery's fertilisers.</summary>
public sealed class FertiliserStore(NurseryTransaction nursery)
{
    private const string Select = """
        -- Fertilisers, the one in use first.
        select id, version, name, nitrogen_percent, phosphate_percent, potash_percent, in_use
        from fertiliser
        order by in_use desc, name, id
        """;

    private const string Spare = """
        -- Another one is in use from now on.
        update fertiliser
        set in_use = false
        where in_use
          and id <> $1
        """;

    private const string Insert = """
        -- A new fertiliser; the same one sent again is there already.
        insert into fertiliser (nursery_id, id, name, nitrogen_percent, phosphate_percent, potash_percent, in_use)
        values ($1, $2, $3, $4, $5, $6, $7)
        on conflict (nursery_id, id) do nothing
        """;

    private const string Change = """
        -- Change a fertiliser, if nobody else has meanwhile.
        update fertiliser
        set version = version + 1, name = $3, nitrogen_percent = $4, phosphate_percent = $5, potash_percent = $6, in_use = $7
        where id = $1
          and version = $2
        """;

    private const string Delete = """
        -- It is used up. What was fed keeps its own numbers.
        delete from fertiliser
        where id = $1
        """;

    public Task<List<FertiliserRow>> AllAsync(CancellationToken cancel) =>
        nursery.ListAsync(
            Select,
            r => new FertiliserRow(
                r.GetGuid(0),
                r.GetInt32(1),
                r.GetString(2),
                r.GetDouble(3),
                r.OrNull<double>(4),
                r.OrNull<double>(5),
                r.GetBoolean(6)
            ),
            cancel
        );

    /// <exception cref="RefusedException">What its label cannot say, at its field.</exception>
    /// <exception cref="ConflictException">changed-meanwhile.</exception>
    public async Task PutAsync(FertiliserRow row, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(row);
        var failures = Feed.OfLabel(row.NitrogenPercent, row.PhosphatePercent, row.PotashPercent).ToList();
        CatalogueRows.CheckName(row.Name, failures);
        if (failures.Count > 0)
            throw new RefusedException(failures);
        if (row.InUse)
            await nursery.ExecuteAsync(Spare, cancel, Sql.Of(row.Id));
        var all = new[]
        {
            Sql.Of(row.Name.Trim()),
            Sql.Of(row.NitrogenPercent),
            Sql.OfNull(row.PhosphatePercent),
            Sql.OfNull(row.PotashPercent),
            Sql.Of(row.InUse),
        };
        await CatalogueRows.PutAsync(
            row.Version,
            () => nursery.ExecuteAsync(Insert, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), .. all]),
            () => nursery.ExecuteAsync(Change, cancel, [Sql.Of(row.Id), Sql.Of(row.Version), .. all]),
            async () => (await AllAsync(cancel)).Find(f => f.Id == row.Id),
            row,
            "fertiliser"
        );
    }

    /// <exception cref="NotFoundException">There is none of that id.</exception>
    public async Task RemoveAsync(Guid id, CancellationToken cancel)
    {
        if (await nursery.ExecuteAsync(Delete, cancel, Sql.Of(id)) == 0)
            throw new NotFoundException("fertiliser");
    }
}
