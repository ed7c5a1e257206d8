using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>
/// Servers hold what they read of a batch for as long as nobody writes its row (docs/adr/0035): so whatever writes its groups, path, plan
/// or jobs has to write its row too, in the same transaction. Asked of each nursery of these tests once they are done with it, whatever
/// was done there. The cluster keeps when each transaction was committed (scripts/common.sh).
/// </summary>
internal static class WrittenWithItsBatch
{
    private const string Ahead = """
        select t.what || ' of ' || b.code
        from (
          select 'a group' as what, nursery_id, batch_id, xmin as last from standing
          union all
          select 'a step of the path', nursery_id, batch_id, xmin from path_step
          union all
          select 'a day of the plan', nursery_id, batch_id, xmin from plan_step
          union all
          select 'a job', nursery_id, batch_id, xmin from job) t
        join batch b on b.nursery_id = t.nursery_id and b.id = t.batch_id
        where t.nursery_id = $1
          and t.last <> b.xmin
          and pg_xact_commit_timestamp(t.last) > pg_xact_commit_timestamp(b.xmin)
        """;

    /// <summary>Fails where something of a batch was written after its row.</summary>
    public static async Task CheckAsync(string connection, Guid nursery)
    {
        await using var opened = new NpgsqlConnection(connection);
        await opened.OpenAsync();
        await using var command = new NpgsqlCommand(Ahead, opened);
        command.Parameters.Add(new() { Value = nursery });
        var found = new List<string>();
        await using var reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync())
            found.Add(reader.GetString(0));
        Assert.Empty(found);
    }
}
