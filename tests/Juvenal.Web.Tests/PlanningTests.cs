using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>A change is kept at once; the plans follow, and what has not followed yet is said.</summary>
public class PlanningTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    [Fact]
    public async Task Whoever_does_not_wait_is_told_where_to_ask_and_hears_what_moved()
    {
        var batch = await house.KeepAsync(house.Input());
        await using var server = house.NewServer(("JUVENAL_PLAN_PATIENCE", "0"));
        var client = await house.EnterAsync(house.Owner, server);
        var rules = (JsonObject)(await client.GetFromJsonAsync<JsonNode>(house.Path("rules")))!;
        rules["rules"]!["acceptedRisk"] = 0.5;
        var (status, answer) = await House.AnswerAsync(
            await client.PutAsJsonAsync(
                house.Path("rules"),
                new JsonObject { ["version"] = (int)rules["version"]!, ["rules"] = rules["rules"]!.DeepClone() }
            )
        );
        // 200 where the plans were faster than the look at them; else the place to ask.
        Assert.True(status is 200 or 202, answer.ToJsonString());
        Assert.Equal(status == 202, (int)answer["waiting"]! > 0);
        while ((int)answer["waiting"]! > 0)
            answer = (await client.GetFromJsonAsync<JsonNode>(house.Path("planning")))!;
        Assert.Contains(answer["moved"]!.AsArray(), m => (Guid)m!["batchId"]! == batch && (string)m["step"]! == "Plant out");
        Assert.False((bool)(await house.GetAsync($"batches/{batch}"))["outOfDate"]!);
    }

    [Fact]
    public async Task Plans_that_a_crash_left_behind_are_said_with_their_old_days_and_follow_with_the_next_look()
    {
        var batch = await house.KeepAsync(house.Input());
        var day = (string)(await house.GetAsync($"batches/{batch}"))["steps"]![0]!["mid"]!;
        // The server went down after the change was kept.
        await OwnerAsync($"update nursery_input set version = version + 1 where nursery_id = '{house.Nursery}'");
        var before = (int)(await house.GetAsync("planning"))["waiting"]!;
        Assert.True(before >= 1);
        Assert.Equal(before, (int)(await house.GetAsync("round"))["waiting"]!);
        var view = await house.GetAsync($"batches/{batch}");
        Assert.Equal((true, day), ((bool)view["outOfDate"]!, (string)view["steps"]![0]!["mid"]!));
        Assert.True((bool)(await house.GetAsync("batches"))["batches"]!.AsArray().Single(b => (Guid)b!["id"]! == batch)!["outOfDate"]!);

        await house.LookAtAllAsync();
        Assert.Equal(0, (int)(await house.GetAsync("planning"))["waiting"]!);
        Assert.False((bool)(await house.GetAsync($"batches/{batch}"))["outOfDate"]!);
    }

    /// <summary>What is logged while plans are made anew stands, with a plan of what was logged.</summary>
    [Fact]
    public async Task What_is_logged_meanwhile_is_passed_over_and_planned_as_it_is_then()
    {
        var batch = await house.KeepAsync(house.Input());
        // Another rule, so that the plan that was read before is another than the one that stands.
        await OwnerAsync(
            $"update house_rules set options = options || jsonb_build_object('hardeningDays', case (options ->> 'hardeningDays')::int when 7 then 14 else 7 end) where nursery_id = '{house.Nursery}'; "
                + $"update nursery_input set version = version + 1 where nursery_id = '{house.Nursery}'"
        );
        Task run;
        await using (var writing = await house.Database.WriteAsync(house.Nursery, default))
        {
            // Somebody sows; before that is kept, the plan has been read as it was, and waits to be written.
            var sown = new LedgerEntry(
                Guid.CreateVersion7(),
                0,
                new(2026, 1, 20),
                EntryKind.Sown,
                To: new(house.Tray, house.Mat),
                Seeds: 80,
                Containers: 80
            );
            await new LedgerStore(writing, TimeProvider.System).AppendAsync(batch, sown, default);
            run = new Replanner(house.Database, TimeProvider.System).RunAsync(house.Nursery, told: false, default);
            while (await OwnerAsync("select count(*) from pg_locks where not granted") is 0L)
                await Task.Yield();
            await writing.CommitAsync(default);
        }

        await run;
        await using var reading = await house.Database.ReadAsync(house.Nursery, default);
        var view = await new BatchReader(reading).OneAsync(batch, default);
        Assert.Equal((new DateOnly(2026, 1, 20), false), (view.StepOf(StepKind.Begin).DoneOn!.Value, view.OutOfDate));
        Assert.Equal(0, await Replanner.WaitingAsync(reading, default));
    }

    [Fact]
    public async Task Devices_that_say_nothing_new_make_no_plan_anew()
    {
        await house.KeepAsync(house.Input());
        var before = await VersionAsync();
        await house.Database.ActAsync(house.Nursery, null, Touches.MaybeInputs, _ => Task.CompletedTask, default);
        Assert.Equal(before, await VersionAsync());
        await house.Database.ActAsync(house.Nursery, null, Touches.Inputs, _ => Task.CompletedTask, default);
        Assert.Equal(before + 1, await VersionAsync());
        await new Replanner(house.Database, TimeProvider.System).RunAsync(house.Nursery, told: false, default);
    }

    private async Task<int> VersionAsync()
    {
        await using var reading = await house.Database.ReadAsync(house.Nursery, default);
        return (await Store.Plans.Catalogue.LoadAsync(reading, TimeProvider.System, default)).Inputs;
    }

    private async Task<object?> OwnerAsync(string sql)
    {
        await using var connection = new NpgsqlConnection(house.Cluster.OwnerOf(house.DatabaseName));
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        return await command.ExecuteScalarAsync();
    }
}
