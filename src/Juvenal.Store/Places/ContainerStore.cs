using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Sowing;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Places;

/// <param name="Id">Made by the client.</param>
/// <param name="Version">Rises with each change; 0 in a new row.</param>
/// <param name="Name">As the grower calls it.</param>
/// <param name="Litres">Of one cell or pot, 0.005–100.</param>
/// <param name="Cells">Cells of a tray; null for a single pot.</param>
/// <param name="Final">Plants are meant to end in it.</param>
/// <param name="Form">What it is; its cells are those of a tray, the seeds of a row tray, the pellets or plugs of a sheet.</param>
/// <param name="RowCells">Cells in a row; null: as usual for that many.</param>
public sealed record ContainerRow(
    Guid Id,
    int Version,
    string Name,
    double Litres,
    int? Cells,
    bool Final,
    ContainerForm Form,
    int? RowCells
)
{
    /// <summary>How its cells lie; null where it has none.</summary>
    public TrayFormat? Format() => Cells is { } cells ? TrayFormat.Of(cells, RowCells) : null;
}

public sealed class ContainerStore(NurseryTransaction nursery)
{
    /// <summary>One cell of the smallest plug tray holds more than this, L.</summary>
    public const double LeastLitres = 0.005;

    /// <summary>One person cannot lift more, L.</summary>
    public const double MostLitres = 100;

    internal const string Select = """
        -- The containers, trays first, small to large.
        select id, version, name, litres, cells, final, form, row_cells
        from container_kind
        order by cells is null, cells, litres, name, id
        """;

    private const string Insert = """
        -- A new kind of container.
        insert into container_kind (nursery_id, id, name, litres, cells, final, form, row_cells)
        values ($1, $2, $3, $4, $5, $6, $7, $8)
        on conflict (nursery_id, id) do nothing
        """;

    private const string Change = """
        -- Change a kind of container, if nobody else has meanwhile.
        update container_kind
        set version = version + 1, name = $4, litres = $5, cells = $6, final = $7, form = $8, row_cells = $9
        where nursery_id = $1
          and id = $2
          and version = $3
        """;

    private const string Delete = """
        -- Remove a kind of container that nothing uses, with its price and what was counted of it.
        with priced as (delete from price where container_id = $1),
          counted as (delete from store_count where container_id = $1)
        delete from container_kind
        where id = $1
        """;

    public Task<List<ContainerRow>> AllAsync(CancellationToken cancel) => nursery.ListAsync(Select, Read, cancel);

    /// <summary>Keeps a container: a new one where its version is 0.</summary>
    /// <param name="row">As it is to be.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="sure">It is so, however large its cells are.</param>
    /// <exception cref="RefusedException">What cannot be, at its field; or what is hard to believe and was not said to be so.</exception>
    public async Task PutAsync(ContainerRow row, CancellationToken cancel, bool sure = false)
    {
        Check(row);
        // Fifty litres a cell is mostly half a litre. What stands already was asked before.
        if (!sure && row is { Cells: > 1, Litres: > Container.LargestCellLitres })
        {
            var stands = (await AllAsync(cancel)).Find(o => o.Id == row.Id);
            if (stands?.Litres != row.Litres || stands.Cells is null)
                throw new RefusedException(new Failure("cell-so-large", "litres", row.Litres, row.Cells)) { Asks = true };
        }

        NpgsqlParameter[] values =
        [
            Sql.Of(row.Name.Trim()),
            Sql.Of(row.Litres),
            Sql.OfNull(row.Cells),
            Sql.Of(row.Final),
            Sql.Of(row.Form.Word()),
            Sql.OfNull(row.RowCells),
        ];
        await CatalogueRows.PutAsync(
            row.Version,
            () => nursery.ExecuteAsync(Insert, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), .. values]),
            () => nursery.ExecuteAsync(Change, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), Sql.Of(row.Version), .. values]),
            async () => (await AllAsync(cancel)).Find(o => o.Id == row.Id),
            row,
            "container"
        );
    }

    /// <exception cref="RefusedException">What cannot be, at its field.</exception>
    internal static void Check(ContainerRow row)
    {
        var failures = new List<Failure>();
        CatalogueRows.CheckName(row.Name, failures);
        if (!(row.Litres is >= LeastLitres and <= MostLitres))
            failures.Add(new("volume-out-of-range", "litres", row.Litres, LeastLitres, MostLitres));
        if (row.Cells is < 1 or > 1000)
            failures.Add(Failure.OutOfRange("cells", row.Cells.Value, 1, 1000));
        if (row.Form is ContainerForm.Tray or ContainerForm.RowTray && row.Cells is null)
            failures.Add(new("cells-missing", "cells"));
        if (row.Form is ContainerForm.Pot or ContainerForm.NetCup && row.Cells is not null)
            failures.Add(new("pot-has-no-cells", "cells"));
        if (row.RowCells is { } inRow && (row.Cells is not { } cells || inRow < 1 || cells % inRow != 0))
            failures.Add(new("rows-do-not-fill", "rowCells", inRow, High: row.Cells));
        if (failures.Count > 0)
            throw new RefusedException(failures);
    }

    public Task DeleteAsync(Guid id, CancellationToken cancel) =>
        CatalogueRows.WriteAsync(() => nursery.ExecuteAsync(Delete, cancel, Sql.Of(id)), () => Task.FromResult<object?>(null), "container");

    internal static ContainerRow Read(NpgsqlDataReader r) =>
        new(
            r.GetGuid(0),
            r.GetInt32(1),
            r.GetString(2),
            r.GetDouble(3),
            r.OrNull<int>(4),
            r.GetBoolean(5),
            r.Enum<ContainerForm>(6),
            r.OrNull<int>(7)
        );
}
