using Juvenal.Core.Ledger;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Batches;

/// <summary>What groups had of the world outside. Groups that were walked out together share it: it is read, and held, once for all of them.</summary>
internal static class OutdoorsRows
{
    private const string All = """
        -- What groups had outdoors, of batches that are not ended.
        select o.outdoors, g.ids
        from (
          select s.nursery_id, array_agg(s.id) as ids
          from standing s
          join batch b on b.nursery_id = s.nursery_id and b.id = s.batch_id and b.ended_on is null
          where s.outdoors_digest is not null
          group by s.nursery_id, s.outdoors_digest) g
        join standing o on o.nursery_id = g.nursery_id and o.id = g.ids[1]
        """;

    private const string Some = """
        -- What some groups had outdoors.
        select o.outdoors, g.ids
        from (
          select nursery_id, array_agg(id) as ids
          from standing
          where id = any($1)
            and outdoors_digest is not null
          group by nursery_id, outdoors_digest) g
        join standing o on o.nursery_id = g.nursery_id and o.id = g.ids[1]
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
