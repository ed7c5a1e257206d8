using Juvenal.Core.Ledger;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Batches;

/// <summary>What groups had of the world outside. Groups that were walked out together share it: it is read, and held, once for all of them.</summary>
internal static class OutdoorsRows
{
    private const string All = """
        -- What groups had outdoors, of batches that are not ended.
        select s.outdoors, array_agg(s.id)
        from standing s
        join batch b on b.nursery_id = s.nursery_id and b.id = s.batch_id and b.ended_on is null
        where s.outdoors is not null
        group by s.outdoors
        """;

    private const string Some = """
        -- What some groups had outdoors.
        select outdoors, array_agg(id)
        from standing
        where id = any($1)
          and outdoors is not null
        group by outdoors
        """;

    /// <summary>Of all batches that are not ended, by group.</summary>
    public static Reading OfAll(Dictionary<Guid, Outdoors> had) => new(All, Put(had));

    /// <summary>Of some groups.</summary>
    public static Reading OfSome(Guid[] groups, Dictionary<Guid, Outdoors> had) => new(Some, Put(had), Sql.Of(groups));

    private static Action<Npgsql.NpgsqlDataReader> Put(Dictionary<Guid, Outdoors> had) =>
        r =>
        {
            var outdoors = r.FromJson<Outdoors>(0);
            foreach (var group in r.GetFieldValue<Guid[]>(1))
                had[group] = outdoors;
        };
}
