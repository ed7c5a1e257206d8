using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Seeds;
using Npgsql;

namespace Juvenal.Store.Cultivars;

/// <param name="Id">Made by the client.</param>
/// <param name="Version">Rises with each change; 0 in a new row.</param>
/// <param name="Name">As on the packet.</param>
/// <param name="Crop">Tomato or pepper.</param>
/// <param name="Group">Species group, of the same crop.</param>
/// <param name="Habit">Growth habit.</param>
/// <param name="DaysToRipe">From planting out, 30–200; null: as its kind usually takes.</param>
/// <param name="Origin">Open-pollinated or hybrid.</param>
/// <param name="Note">As one likes.</param>
/// <param name="Tags">Resistances and other marks.</param>
/// <param name="Fruit">What is picked, of the same crop; null: not said.</param>
public sealed record CultivarRow(
    Guid Id,
    int Version,
    string Name,
    Crop Crop,
    SpeciesGroup Group,
    Habit Habit,
    int? DaysToRipe,
    SeedOrigin Origin,
    string? Note,
    IReadOnlyList<string> Tags,
    Fruit? Fruit = null
)
{
    public CultivarTraits Traits() => new(Crop, Group, Habit, DaysToRipe ?? Ripening.Usual(Group, Habit, Fruit), DaysToRipe is null);
}

public sealed class CultivarStore(NurseryTransaction nursery)
{
    private const int LongestNote = 500;
    private const int MostTags = 20;
    private const int LongestTag = 30;

    internal const string Select = """
        -- The cultivars by crop and name.
        select id, version, name, crop, species_group, habit, days_to_ripe, origin, note, tags, fruit
        from cultivar
        order by crop desc, name, id
        """;

    private const string Insert = """
        -- A new cultivar.
        insert into cultivar (nursery_id, id, name, crop, species_group, habit, days_to_ripe, origin, note, tags, fruit)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)
        on conflict (nursery_id, id) do nothing
        """;

    private const string Change = """
        -- Change a cultivar, if nobody else has meanwhile.
        update cultivar
        set version = version + 1, name = $4, crop = $5, species_group = $6, habit = $7, days_to_ripe = $8, origin = $9,
          note = $10, tags = $11, fruit = $12
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

    /// <summary>Keeps many in one round trip, as <see cref="PutAsync"/> does one; their versions were read in this transaction.</summary>
    public Task PutManyAsync(IReadOnlyCollection<CultivarRow> rows, CancellationToken cancel) =>
        CatalogueRows.WriteAsync(
            async () =>
            {
                await nursery.ExecuteManyAsync(
                    rows.Select(r =>
                        NurseryTransaction.Command(
                            r.Version == 0 ? Insert : Change,
                            [Sql.Of(nursery.Nursery), Sql.Of(r.Id), .. r.Version == 0 ? [] : new[] { Sql.Of(r.Version) }, .. Values(r)]
                        )
                    ),
                    cancel
                );
                return rows.Count;
            },
            null,
            "cultivar"
        );

    /// <summary>Keeps a cultivar: a new one where its version is 0.</summary>
    public Task PutAsync(CultivarRow row, CancellationToken cancel)
    {
        var values = Values(row);
        return CatalogueRows.PutAsync(
            row.Version,
            () => nursery.ExecuteAsync(Insert, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), .. values]),
            () => nursery.ExecuteAsync(Change, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), Sql.Of(row.Version), .. values]),
            async () => (await AllAsync(cancel)).Find(o => o.Id == row.Id),
            row,
            "cultivar"
        );
    }

    /// <exception cref="RefusedException">What cannot be, at its field.</exception>
    internal static void Check(CultivarRow row)
    {
        var failures = new List<Failure>();
        CatalogueRows.CheckName(row.Name, failures);
        if (!CultivarTraits.Belongs(row.Group, row.Crop))
            failures.Add(new("group-of-other-crop", "group"));
        if (row.DaysToRipe is < 30 or > 200)
            failures.Add(Failure.OutOfRange("daysToRipe", row.DaysToRipe.Value, 30, 200));
        if (row.Fruit is { } fruit && !Ripening.Belongs(fruit, row.Crop))
            failures.Add(new("group-of-other-crop", "fruit"));
        if (row.Note is { } note && !Texts.IsPlain(note))
            failures.Add(new("name-unprintable", "note"));
        if (row.Note?.Length > LongestNote)
            failures.Add(new("reason-too-long", "note", row.Note.Length, 0, LongestNote));
        if (row.Tags.Count > MostTags)
            failures.Add(new("too-many", "tags", row.Tags.Count, 0, MostTags));
        else if (row.Tags.Any(t => string.IsNullOrWhiteSpace(t) || t.Length > LongestTag || t.Any(char.IsControl)))
            failures.Add(new("tag-too-long", "tags", High: LongestTag));
        if (failures.Count > 0)
            throw new RefusedException(failures);
    }

    /// <exception cref="RefusedException">What cannot be, at its field.</exception>
    private static NpgsqlParameter[] Values(CultivarRow row)
    {
        Check(row);

        return
        [
            Sql.Of(row.Name.Trim()),
            Sql.Of(row.Crop.Word()),
            Sql.Of(row.Group.Word()),
            Sql.Of(row.Habit.Word()),
            Sql.OfNull(row.DaysToRipe),
            Sql.Of(row.Origin.Word()),
            Sql.OfNull(row.Note),
            Sql.Of(row.Tags.Select(t => t.Trim()).Distinct().ToArray()),
            Sql.OfNull(row.Fruit?.Word()),
        ];
    }

    public Task DeleteAsync(Guid id, CancellationToken cancel) =>
        CatalogueRows.WriteAsync(() => nursery.ExecuteAsync(Delete, cancel, Sql.Of(id)), () => Task.FromResult<object?>(null), "cultivar");

    internal static CultivarRow Read(NpgsqlDataReader r) =>
        new(
            r.GetGuid(0),
            r.GetInt32(1),
            r.GetString(2),
            r.Enum<Crop>(3),
            r.Enum<SpeciesGroup>(4),
            r.Enum<Habit>(5),
            r.OrNull<int>(6),
            r.Enum<SeedOrigin>(7),
            r.TextOrNull(8),
            r.GetFieldValue<string[]>(9),
            r.IsDBNull(10) ? null : r.Enum<Fruit>(10)
        );
}
