using Juvenal.Core.Measures;
using Juvenal.Core.Sowing;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Sowing;

/// <summary>A row of a tray: whose, and how many of its cells are sown, from its beginning.</summary>
public sealed record TrayRowRow(int Row, Guid BatchId, int Cells);

/// <summary>A tray with its rows in order.</summary>
public sealed record TrayView(Guid Id, string Code, Guid ContainerId, IReadOnlyList<TrayRowRow> Rows)
{
    /// <summary>By cell: whether it is this batch's.</summary>
    public bool[] Laid(Guid batch, TrayFormat format)
    {
        var laid = new bool[format.Cells];
        foreach (var row in Rows.Where(r => r.BatchId == batch))
        {
            var from = (row.Row - 1) * format.RowCells;
            Array.Fill(laid, true, from, Math.Max(0, Math.Min(row.Cells, format.Cells - from)));
        }

        return laid;
    }
}

/// <summary>A tray that some batches are sown in.</summary>
/// <param name="Batches">Those of them that have rows in it.</param>
/// <param name="Rows">How many rows those are.</param>
/// <param name="Shared">Others have rows in it too, or several of them.</param>
public sealed record SownTray(IReadOnlyList<Guid> Batches, int Rows, bool Shared);

/// <summary>Which batch lies in which rows of which tray.</summary>
public sealed class TrayStore(NurseryTransaction nursery)
{
    /// <summary>A batch lies in no more trays than this; what is sown beyond is counted as a whole.</summary>
    public const int MostTrays = 2000;

    private const string Select = """
        -- Trays in which batches have rows, with all rows of those trays.
        select t.id, t.code, t.container_id, r.row_no, r.batch_id, r.cells
        from tray t
        join tray_row r on r.nursery_id = t.nursery_id and r.tray_id = t.id
        where t.id in (select tray_id from tray_row where batch_id = any($1))
        order by length(t.code), t.code, r.row_no
        """;

    private const string Sown = """
        -- Trays in which batches have rows: whose, how many, and whether more than one batch lies there.
        select t.batches, t.rows, cardinality(t.batches) > 1 or exists (
          select
          from tray_row o
          where o.nursery_id = t.nursery_id and o.tray_id = t.tray_id and o.batch_id <> t.batches[1])
        from (
          select r.nursery_id, r.tray_id, array_agg(r.batch_id) as batches, sum(r.rows)::int as rows
          from (
            select nursery_id, tray_id, batch_id, count(*) as rows
            from tray_row
            where batch_id = any($1)
            group by nursery_id, tray_id, batch_id) r
          group by r.nursery_id, r.tray_id) t
        """;

    private const string InsertTray = """
        -- A tray that gets its label.
        insert into tray (nursery_id, id, code, season, container_id)
        values ($1, $2, $3, $4, $5)
        """;

    private const string InsertRow = """
        -- A row of a tray.
        insert into tray_row (nursery_id, tray_id, row_no, batch_id, cells)
        values ($1, $2, $3, $4, $5)
        """;

    private const string DeleteRows = """
        -- The rows of batches, to be laid out anew.
        delete from tray_row
        where batch_id = any($1)
        """;

    public async Task<IReadOnlyList<TrayView>> OfAsync(IEnumerable<Guid> batches, CancellationToken cancel)
    {
        var rows = await nursery.ListAsync(
            Select,
            r =>
                (
                    Id: r.GetGuid(0),
                    Code: r.GetString(1),
                    Container: r.GetGuid(2),
                    Row: new TrayRowRow(r.GetInt32(3), r.GetGuid(4), r.GetInt32(5))
                ),
            cancel,
            Sql.Of(batches.ToArray())
        );
        return
        [
            .. rows.GroupBy(r => r.Id).Select(g => new TrayView(g.Key, g.First().Code, g.First().Container, [.. g.Select(r => r.Row)])),
        ];
    }

    /// <summary>The trays of batches that are to be sown, by how much of them is theirs.</summary>
    public Task<List<SownTray>> SownAsync(IEnumerable<Guid> batches, CancellationToken cancel) =>
        nursery.ListAsync(
            Sown,
            r => new SownTray(r.GetFieldValue<Guid[]>(0), r.GetInt32(1), r.GetBoolean(2)),
            cancel,
            Sql.Of(batches.ToArray())
        );

    /// <summary>
    /// Lays batches out anew in trays of one kind. Trays that are free by that are filled again first, so that their labels stay true.
    /// </summary>
    /// <param name="season">Of new trays' codes.</param>
    /// <param name="containerId">Kind of tray.</param>
    /// <param name="wishes">The batches in their order, with the cells of each.</param>
    /// <param name="rows">As <see cref="TrayLayout.Arrange"/> gave them.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">More trays than <see cref="MostTrays"/>.</exception>
    public async Task LayAsync(
        int season,
        Guid containerId,
        IReadOnlyList<Guid> wishes,
        IReadOnlyList<LaidRow> rows,
        CancellationToken cancel
    )
    {
        if (rows.Count > 0 && rows[^1].Tray >= MostTrays)
            throw new RefusedException(new Failure("too-many-trays", "batches", rows[^1].Tray + 1, High: MostTrays));
        if ((await Locks.BatchesAsync(nursery, wishes, cancel)).Count < wishes.Distinct().Count())
            throw new NotFoundException("batch");
        var free = (await OfAsync(wishes, cancel))
            .Where(t => t.ContainerId == containerId && t.Rows.All(r => wishes.Contains(r.BatchId)))
            .Select(t => t.Id)
            .ToList();
        await nursery.ExecuteAsync(DeleteRows, cancel, Sql.Of(wishes.ToArray()));
        await PutAsync(season, containerId, rows, free, cancel);
    }

    /// <summary>
    /// After sowing: the rows of a batch as they were really filled, with new trays for what goes beyond them.
    /// A batch of more than <see cref="MostTrays"/> is not laid out.
    /// </summary>
    public async Task FitAsync(Guid batch, int season, Guid containerId, TrayFormat format, int cells, CancellationToken cancel)
    {
        var trays = await OfAsync([batch], cancel);
        var own = trays
            .Where(t => t.ContainerId == containerId)
            .SelectMany(t => t.Rows.Where(r => r.BatchId == batch).Select(r => (t.Id, Row: r)))
            .ToList();
        var (fitted, beyond) = TrayLayout.Refit([.. own.Select(r => r.Row.Cells)], cells, format);
        if (trays.Count + (beyond / format.Cells) >= MostTrays)
            return;
        if (beyond == 0 && own.Select(r => r.Row.Cells).SequenceEqual(fitted))
            return;
        await nursery.ExecuteAsync(DeleteRows, cancel, Sql.Of(new[] { batch }));
        await nursery.ExecuteManyAsync(
            own.Zip(fitted).Where(r => r.Second > 0).Select(r => Row(r.First.Id, r.First.Row.Row, batch, r.Second)),
            cancel
        );
        if (beyond > 0)
            await PutAsync(
                season,
                containerId,
                TrayLayout.Arrange([new(batch, beyond)], format, share: false, ExtraCells.Left),
                [],
                cancel
            );
    }

    private async Task PutAsync(int season, Guid containerId, IReadOnlyList<LaidRow> rows, List<Guid> free, CancellationToken cancel)
    {
        var trays = rows.GroupBy(r => r.Tray).ToList();
        var wanted = Math.Max(0, trays.Count - free.Count);
        var last = wanted == 0 ? 0 : await Locks.NumbersAsync(nursery, "tray", season, wanted, cancel);
        var commands = new List<NpgsqlBatchCommand>();
        foreach (var tray in trays)
        {
            var id = free.Count > 0 ? free[0] : Guid.CreateVersion7();
            if (free.Count > 0)
                free.RemoveAt(0);
            else
                commands.Add(
                    NurseryTransaction.Command(
                        InsertTray,
                        Sql.Of(nursery.Nursery),
                        Sql.Of(id),
                        Sql.Of($"{season % 100:00}-T{++last}"),
                        Sql.Of(season),
                        Sql.Of(containerId)
                    )
                );
            commands.AddRange(tray.Select(r => Row(id, r.Row, r.Batch, r.Cells)));
        }

        await nursery.ExecuteManyAsync(commands, cancel);
    }

    private NpgsqlBatchCommand Row(Guid tray, int row, Guid batch, int cells) =>
        NurseryTransaction.Command(InsertRow, Sql.Of(nursery.Nursery), Sql.Of(tray), Sql.Of(row), Sql.Of(batch), Sql.Of(cells));
}
