using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc.Testing;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Two servers on one database; a database that goes away and comes back.</summary>
public class ServerTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    [Fact]
    public async Task Two_servers_on_one_database_accept_each_others_cookies()
    {
        await using var one = house.NewServer();
        await using var two = house.NewServer();
        var first = one.CreateClient(new() { HandleCookies = false });
        var (antiforgery, token) = await SessionAsync(first, "");
        using var signIn = new HttpRequestMessage(HttpMethod.Post, "/api/sign-in")
        {
            Content = JsonContent.Create(new { name = "Test owner", password = House.Password }),
        };
        signIn.Headers.Add("Cookie", antiforgery);
        signIn.Headers.Add("X-Juvenal-Token", token);
        var session = (await first.SendAsync(signIn))
            .Headers.GetValues("Set-Cookie")
            .Single(c => c.StartsWith("juvenal-session", StringComparison.Ordinal));
        // No script may read it, no other site may send it.
        Assert.Contains("httponly", session, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("samesite=strict", session, StringComparison.OrdinalIgnoreCase);
        var (other, mine) = await SessionAsync(first, session.Split(';')[0]);
        var cookies = $"{session.Split(';')[0]}; {other}";

        Assert.Equal(HttpStatusCode.OK, await WindAsync(two, cookies, mine));
        // Without the session, without the token's cookie, with a forged token, or with the token of before the sign-in, nothing opens.
        Assert.Equal(HttpStatusCode.Unauthorized, await WindAsync(two, other, mine));
        Assert.Equal(HttpStatusCode.BadRequest, await WindAsync(two, session.Split(';')[0], mine));
        Assert.Equal(HttpStatusCode.BadRequest, await WindAsync(two, cookies, mine[..^4] + "AAAA"));
        Assert.Equal(HttpStatusCode.BadRequest, await WindAsync(two, cookies, token));
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task A_database_that_goes_away_is_a_clear_503_and_comes_back_without_a_restart()
    {
        Assert.Equal(HttpStatusCode.OK, (await house.Client.GetAsync(house.Path("round"))).StatusCode);
        await house.OwnerSqlAsync($"alter database {house.DatabaseName} allow_connections false", "postgres");
        await CutAsync();
        try
        {
            // The first may still find a broken connection in the pool, the next none at all: both are the same to the grower.
            for (var i = 0; i < 3; i++)
            {
                var (status, problem) = await House.AnswerAsync(await house.Client.GetAsync(house.Path("round")));
                Assert.Equal(
                    (503, "The database does not answer. Nothing was lost; try again in a moment."),
                    (status, (string)problem["title"]!)
                );
                Assert.DoesNotContain("Npgsql", problem.ToJsonString());
            }

            Assert.Equal(HttpStatusCode.ServiceUnavailable, (await house.Client.GetAsync("/readyz")).StatusCode);
            Assert.Equal(HttpStatusCode.OK, (await house.Client.GetAsync("/healthz")).StatusCode);
        }
        finally
        {
            await house.OwnerSqlAsync($"alter database {house.DatabaseName} allow_connections true", "postgres");
        }

        Assert.Equal(HttpStatusCode.OK, (await house.Client.GetAsync(house.Path("round"))).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await house.Client.GetAsync("/readyz")).StatusCode);
    }

    [Fact]
    public async Task A_full_disk_is_said_as_such()
    {
        var batch = await house.KeepAsync(house.Input());
        await house.OwnerSqlAsync(
            "create function full_disk() returns trigger language plpgsql as $$ begin raise exception 'could not extend file' using errcode = '53100'; end $$; "
                + "create trigger full_disk before insert on ledger_entry for each row execute function full_disk()"
        );
        try
        {
            var (status, problem) = await house.LogAsync(
                batch,
                new JsonObject
                {
                    ["kind"] = "sown",
                    ["to"] = house.Group(house.Mat),
                    ["seeds"] = 72,
                    ["containers"] = 72,
                }
            );
            Assert.Equal(
                (507, "The disk is full: nothing was saved. Make room on the machine, then try again."),
                (status, (string)problem["title"]!)
            );
        }
        finally
        {
            await house.OwnerSqlAsync("drop trigger full_disk on ledger_entry");
        }
    }

    [Fact]
    public async Task Connections_cut_in_the_middle_of_the_day_lose_nothing()
    {
        var batch = await house.KeepAsync(house.Input());
        var sown = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["kind"] = "sown",
            ["to"] = house.Group(house.Mat),
            ["seeds"] = 72,
            ["containers"] = 72,
        };
        Assert.Equal(200, (await house.LogAsync(batch, (JsonObject)sown.DeepClone())).Status);
        await CutAsync();
        // Sent again until it is answered, as the page would: it has one effect.
        var status = 0;
        for (var i = 0; i < 20 && status != 200; i++)
            status = (await house.LogAsync(batch, (JsonObject)sown.DeepClone())).Status;
        Assert.Equal(200, status);
        Assert.Equal(72, (int)(await house.GetAsync($"batches/{batch}"))["seedsSown"]!);
    }

    [Fact]
    public async Task Two_servers_that_write_in_turn_to_one_ledger_know_of_each_other()
    {
        var batch = await house.KeepAsync(house.Input());
        Assert.Equal(200, (await house.LogAsync(batch, house.Sown())).Status);
        await using var server = house.NewServer();
        using var other = await house.EnterAsync(house.Owner, server);
        for (var up = 10; up <= 50; up += 10)
        {
            // Each has seen the ledger before the other one writes to it.
            Assert.Equal(await PageAsync(house.Client), await PageAsync(other));
            var entry = house.Up(up, "2026-01-30");
            (entry["id"], entry["happenedOn"]) = (Guid.CreateVersion7(), "2026-01-30");
            var answer = await (up % 20 == 0 ? house.Client : other).PostAsJsonAsync(house.Path($"batches/{batch}/entries"), entry);
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        }

        var page = JsonNode.Parse(await PageAsync(other))!;
        Assert.Equal((50, 6), ((int)page["emerged"]!, page["ledger"]!.AsArray().Count));

        Task<string> PageAsync(HttpClient client) => client.GetStringAsync(house.Path($"batches/{batch}"));
    }

    [Fact]
    public async Task An_older_database_put_in_the_place_of_this_one_is_what_is_shown()
    {
        var batch = await house.KeepAsync(house.Input());
        Assert.Equal(200, (await house.LogAsync(batch, house.Sown())).Status);
        Assert.Equal(200, (await house.LogAsync(batch, house.Up(40, "2026-01-30"))).Status);
        Assert.Equal(2, (await house.GetAsync($"batches/{batch}"))["ledger"]!.AsArray().Count);
        await house.OwnerSqlAsync($"delete from ledger_entry where batch_id = '{batch}' and kind = 'emerged'");
        Assert.Single((await house.GetAsync($"batches/{batch}"))["ledger"]!.AsArray());
    }

    private static async Task<(string Cookie, string Token)> SessionAsync(HttpClient client, string cookie)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/session");
        if (cookie.Length > 0)
            request.Headers.Add("Cookie", cookie);
        var answer = await client.SendAsync(request);
        return (
            answer.Headers.GetValues("Set-Cookie").Single().Split(';')[0],
            (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["token"]!
        );
    }

    private async Task<HttpStatusCode> WindAsync(WebApplicationFactory<Program> server, string cookie, string token)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, house.Path("clock")) { Content = JsonContent.Create(new { days = 1 }) };
        if (cookie.Length > 0)
            request.Headers.Add("Cookie", cookie);
        request.Headers.Add("X-Juvenal-Token", token);
        return (await server.CreateClient(new() { HandleCookies = false }).SendAsync(request)).StatusCode;
    }

    private async Task CutAsync()
    {
        await house.OwnerSqlAsync(
            $"select pg_terminate_backend(pid) from pg_stat_activity where datname = '{house.DatabaseName}'",
            "postgres"
        );
        // The test's own connections are cut as well; the server has to notice for itself.
        house.Source.Clear();
    }
}
