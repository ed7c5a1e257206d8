using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Cultivars;

/// <param name="Id">Made by the client.</param>
/// <param name="Version">Rises with each change; 0 in a new row.</param>
/// <param name="Name">As on the packet.</param>
/// <param name="Crop">Tomato or pepper.</param>
/// <param name="Group">Species group, of the same crop.</param>
/// <param name="Habit">Growth habit.</param>
/// <param name="DaysToRipe">From planting out, 30–200.</param>
public sealed record CultivarRow(Guid Id, int Version, string Name, Crop Crop, SpeciesGroup Group, Habit Habit, int DaysToRipe)
{
    public CultivarTraits Traits() => new(Crop, Group, Habit, DaysToRipe);
}

public sealed class CultivarStore(NurseryTransaction nursery)
{
    internal const string Select = """
        -- The cultivars by crop and name.
        select id, version, name, crop, species_group, habit, days_to_ripe
        from cultivar
        order by crop desc, name, id
        """;

    private const string Insert = """
        -- A new cultivar.
        insert into cultivar (nursery_id, id, name, crop, species_group, habit, days_to_ripe)
        values ($1, $2, $3, $4, $5, $6, $7)
        """;

    private const string Change = """
        -- Change a cultivar, if nobody else has meanwhile.
        update cultivar
        set version = version + 1, name = $4, crop = $5, species_group = $6, habit = $7, days_to_ripe = $8
        where nursery_id = $1
          and id = $2
          and version = $3
        """;

    private const string Delete = """
        -- Remove a cultivar that nothing uses.
        delete from cultivar
        where id = $1
        """;

    public Task<List<CultivarRow>> AllAsync(CancellationToken cancel) => nursery.ListAsync(Select, Read, cancel);

    /// <summary>Keeps a cultivar: a new one where its version is 0.</summary>
    public Task PutAsync(CultivarRow row, CancellationToken cancel)
    {
        var failures = new List<Failure>();
        CatalogueRows.CheckName(row.Name, failures);
        if (!CultivarTraits.Belongs(row.Group, row.Crop)) failures.Add(new("group-of-other-crop", "group"));
        if (row.DaysToRipe is < 30 or > 200) failures.Add(Failure.OutOfRange("daysToRipe", row.DaysToRipe, 30, 200));
        if (failures.Count > 0) throw new RefusedException(failures);

        NpgsqlParameter[] values = [Sql.Of(row.Name.Trim()), Sql.Of(row.Crop.Word()), Sql.Of(row.Group.Word()), Sql.Of(row.Habit.Word()), Sql.Of(row.DaysToRipe)];
        return row.Version == 0
            ? CatalogueRows.WriteAsync(() => nursery.ExecuteAsync(Insert, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), .. values]), null, "cultivar")
            : CatalogueRows.WriteAsync(
                () => nursery.ExecuteAsync(Change, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), Sql.Of(row.Version), .. values]),
                async () => (await AllAsync(cancel)).Find(c => c.Id == row.Id), "cultivar");
    }

    public Task DeleteAsync(Guid id, CancellationToken cancel) => CatalogueRows.WriteAsync(
        () => nursery.ExecuteAsync(Delete, cancel, Sql.Of(id)), () => Task.FromResult<object?>(null), "cultivar");

    internal static CultivarRow Read(NpgsqlDataReader r) => new(
        r.GetGuid(0), r.GetInt32(1), r.GetString(2), r.Enum<Crop>(3), r.Enum<SpeciesGroup>(4), r.Enum<Habit>(5), r.GetInt32(6));
}
