using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Roles, invitations, accounts: who may come in, and as what.</summary>
public class AccessTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    /// <summary>What a helper may do besides reading; every other write is refused, also one that is added later.</summary>
    private static readonly string[] HelpersWrites =
    [
        "/api/nurseries/{nursery:guid}/batches/{id:guid}/cells",
        "/api/nurseries/{nursery:guid}/batches/{id:guid}/entries",
        // It only reads: what was seen is asked about.
        "/api/nurseries/{nursery:guid}/batches/{id:guid}/moving",
        "/api/nurseries/{nursery:guid}/batches/{id:guid}/notes",
        "/api/nurseries/{nursery:guid}/batches/{id:guid}/notes/{note:guid}",
        "/api/nurseries/{nursery:guid}/batches/{id:guid}/notes/{note:guid}/looks",
        "/api/nurseries/{nursery:guid}/batches/{id:guid}/notes/{note:guid}/looks/{look:guid}",
        // It only reads: what was looked at is asked about.
        "/api/nurseries/{nursery:guid}/batches/{id:guid}/signs",
        "/api/nurseries/{nursery:guid}/batches/{id:guid}/thin",
        // One's own.
        "/api/nurseries/{nursery:guid}/calendar",
        "/api/nurseries/{nursery:guid}/calendar/{id:guid}",
        "/api/nurseries/{nursery:guid}/round/aired",
        "/api/nurseries/{nursery:guid}/sale",
        "/api/nurseries/{nursery:guid}/batches/{id:guid}/trays",
        "/api/nurseries/{nursery:guid}/readings",
        "/api/nurseries/{nursery:guid}/readings/{id:guid}",
        "/api/nurseries/{nursery:guid}/places/{id:guid}/readings",
        "/api/nurseries/{nursery:guid}/places/{id:guid}/readings/{reading:guid}",
        "/api/nurseries/{nursery:guid}/batches/{id:guid}/steps/{step:guid}/done",
        "/api/nurseries/{nursery:guid}/acts",
        "/api/nurseries/{nursery:guid}/identity/mixed",
        "/api/nurseries/{nursery:guid}/places/{id:guid}/carry",
        "/api/nurseries/{nursery:guid}/places/{id:guid}/night",
        "/api/nurseries/{nursery:guid}/places/{id:guid}/fed",
        "/api/nurseries/{nursery:guid}/places/{id:guid}/fed/{fed:guid}",
        "/api/nurseries/{nursery:guid}/nights/{id:guid}/out",
        "/api/nurseries/{nursery:guid}/beds/{id:guid}/mulch",
        "/api/nurseries/{nursery:guid}/beds/{id:guid}/mulch/{work:guid}",
        "/api/nurseries/{nursery:guid}/round/timed/{entry:guid}",
        "/api/nurseries/{nursery:guid}/round/opened",
        "/api/nurseries/{nursery:guid}/round/looked",
        "/api/nurseries/{nursery:guid}/round/looked/{id:guid}",
        "/api/nurseries/{nursery:guid}/forecast",
        "/api/nurseries/{nursery:guid}/forecast/warning",
        "/api/nurseries/{nursery:guid}/round/walked",
        "/api/nurseries/{nursery:guid}/round/walked/{id:guid}",
        "/api/nurseries/{nursery:guid}/leave",
        // It only reckons.
        "/api/nurseries/{nursery:guid}/light-at-leaves",
        "/api/nurseries/{nursery:guid}/store",
        "/api/nurseries/{nursery:guid}/store/{id:guid}",
        "/api/nurseries/{nursery:guid}/soil",
    ];

    private static readonly string[] OwnersReads = ["people", "audit", "export"];

    /// <summary>A file for who plans.</summary>
    private static readonly string[] GrowersReads = ["weather"];

    [Fact]
    public async Task Nobody_enters_a_nursery_without_signing_in()
    {
        var stranger = house.Stranger();
        var seen = 0;
        foreach (
            var (method, path, pattern, content) in house
                .Endpoints()
                .Where(e => e.Pattern.StartsWith("/api/nurseries/{", StringComparison.Ordinal))
        )
        {
            seen++;
            using var request = new HttpRequestMessage(new(method), path) { Content = content };
            Assert.True((await stranger.SendAsync(request)).StatusCode == HttpStatusCode.Unauthorized, $"{method} {pattern}");
        }

        Assert.True(seen >= 25);
    }

    [Theory]
    [InlineData(Role.Helper)]
    [InlineData(Role.Grower)]
    public async Task A_role_may_do_what_it_is_for_and_no_more(Role role)
    {
        var client = await house.EnterAsync(await house.AddAsync($"One {role}", role));
        foreach (
            var (method, path, pattern, content) in house
                .Endpoints()
                .Where(e =>
                    e.Pattern.StartsWith("/api/nurseries/{", StringComparison.Ordinal)
                    && !e.Pattern.EndsWith("/leave", StringComparison.Ordinal)
                )
        )
        {
            var owners =
                OwnersReads.Contains(pattern.Split('/').Last())
                || pattern.Contains("people", StringComparison.Ordinal)
                || pattern.Contains("invitations", StringComparison.Ordinal);
            var may =
                method == "GET"
                    ? !owners && (role == Role.Grower || !GrowersReads.Contains(pattern.Split('/').Last()))
                    : HelpersWrites.Contains(pattern) || (role == Role.Grower && !owners);
            using var request = new HttpRequestMessage(new(method), path) { Content = content };
            var status = (await client.SendAsync(request)).StatusCode;
            Assert.True(status == HttpStatusCode.Forbidden != may, $"{role} {method} {pattern}: {status}");
        }
    }

    [Fact]
    public async Task Another_nursery_is_not_found_and_a_role_there_is_none_here()
    {
        var elsewhere = Guid.CreateVersion7();
        await using (var nursery = await house.Database.WriteAsync(elsewhere, default))
        {
            await Store.Nurseries.NurserySetup.CreateAsync(nursery, "Other yard", "Etc/UTC", 10, null, default);
            await nursery.CommitAsync(default);
        }

        var other = await house.EnterAsync(await house.AddAsync("Other owner", Role.Owner, elsewhere));
        Assert.Equal(HttpStatusCode.OK, (await other.GetAsync($"/api/nurseries/{elsewhere}/round")).StatusCode);
        foreach (
            var (method, path, pattern, content) in house
                .Endpoints()
                .Where(e => e.Pattern.StartsWith("/api/nurseries/{", StringComparison.Ordinal))
        )
        {
            using var request = new HttpRequestMessage(new(method), path) { Content = content };
            Assert.True((await other.SendAsync(request)).StatusCode == HttpStatusCode.NotFound, $"{method} {pattern}");
        }
    }

    [Fact]
    public async Task A_line_of_the_list_of_sign_ins_is_about_ones_own_nursery_or_oneself()
    {
        var (mine, other) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        await using var writing = await house.Database.WriteAsync(new Asker(Account: mine, Nursery: house.Nursery), default);
        var refused = await Assert.ThrowsAsync<Npgsql.PostgresException>(() =>
            new AuditStore(writing).WriteAsync(DateTimeOffset.UtcNow, other, null, Deed.Opened, "forged", null, default)
        );
        Assert.Equal(Npgsql.PostgresErrorCodes.InsufficientPrivilege, refused.SqlState);
        await using var again = await house.Database.WriteAsync(new Asker(Account: mine, Nursery: house.Nursery), default);
        refused = await Assert.ThrowsAsync<Npgsql.PostgresException>(() =>
            new AuditStore(again).WriteAsync(DateTimeOffset.UtcNow, null, other, Deed.SignedIn, "forged", null, default)
        );
        Assert.Equal(Npgsql.PostgresErrorCodes.InsufficientPrivilege, refused.SqlState);
    }

    [Fact]
    public async Task An_invitation_works_once_until_its_day_and_until_it_is_withdrawn()
    {
        var secret = await InviteAsync("helper");
        var guest = house.Stranger();
        await House.TokenAsync(guest);
        Assert.Equal(("Test yard", "helper"), await LookAsync(guest, secret));
        Assert.Equal("From 3 to 60 letters.", House.Sentence((await JoinAsync(guest, secret, "x", House.Password)).Body, "name"));
        Assert.Equal(
            "Another one has this name.",
            House.Sentence((await JoinAsync(guest, secret, "TEST OWNER", House.Password)).Body, "name")
        );
        Assert.Equal(200, (await JoinAsync(guest, secret, "New helper", House.Password)).Status);
        Assert.Equal(HttpStatusCode.OK, (await guest.GetAsync(house.Path("round"))).StatusCode);
        Assert.Equal(HttpStatusCode.Forbidden, (await guest.GetAsync(house.Path("people"))).StatusCode);

        var late = house.Stranger();
        await House.TokenAsync(late);
        Assert.Null(await LookAsync(late, secret));
        Assert.Equal(404, (await JoinAsync(late, secret, "Too late", House.Password)).Status);

        // Used by an account that is there already, in another nursery or in none: here, by one that belongs here.
        var second = await InviteAsync("owner");
        await House.TokenAsync(guest);
        Assert.Equal(
            "You belong to this nursery already. The link is still good for someone else.",
            House.Sentence((await JoinAsync(guest, second, null, null)).Body, "name")
        );
        var open = (await house.GetAsync("people"))["invitations"]!.AsArray().Single(i => (bool)i!["open"]!)!;
        Assert.Equal(HttpStatusCode.NoContent, (await house.Client.DeleteAsync(house.Path($"invitations/{open["id"]}"))).StatusCode);
        Assert.Null(await LookAsync(late, second));

        // Old ones open nothing.
        var old = Accounts.Invitations.Path("f00dface").Split('#')[1];
        await using (var writing = await house.Database.WriteAsync(house.Nursery, default))
        {
            var then = DateTimeOffset.UtcNow - Accounts.Invitations.Lasts - TimeSpan.FromMinutes(1);
            await new PeopleStore(writing).InviteAsync(
                house.Nursery,
                Guid.CreateVersion7(),
                Role.Owner,
                System.Security.Cryptography.SHA256.HashData("f00dface"u8),
                then,
                then + Accounts.Invitations.Lasts,
                default
            );
            await writing.CommitAsync(default);
        }

        Assert.Null(await LookAsync(late, old));
    }

    [Fact]
    public async Task One_link_used_twice_at_once_lets_one_in()
    {
        var secret = await InviteAsync("helper");
        var guests = await Task.WhenAll(
            Enumerable
                .Range(0, 4)
                .Select(async i =>
                {
                    var guest = house.Stranger();
                    await House.TokenAsync(guest);
                    return (await JoinAsync(guest, secret, $"Racer {i}", House.Password)).Status;
                })
        );
        Assert.Equal([200, 404, 404, 404], guests.Order());
    }

    [Fact]
    public async Task Roles_change_and_end_at_once_and_a_nursery_keeps_an_owner()
    {
        await house.AddAsync("Up and down", Role.Helper);
        var client = await house.EnterAsync("Up and down");
        var id = await IdAsync("Up and down");
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await client.PutAsJsonAsync(house.Path($"people/{id}"), new { role = "owner" })).StatusCode
        );
        Assert.Equal(204, (await house.PutAsync($"people/{id}", new JsonObject { ["role"] = "grower" })).Status);
        Assert.Equal(HttpStatusCode.OK, (await client.PostAsJsonAsync(house.Path("plan"), house.Input())).StatusCode);
        Assert.Equal(204, (await house.PutAsync($"people/{id}", new JsonObject { ["role"] = null })).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await client.GetAsync(house.Path("round"))).StatusCode);

        var owner = await IdAsync("Test owner");
        var (status, problem) = await house.PutAsync($"people/{owner}", new JsonObject { ["role"] = "helper" });
        Assert.Equal(
            (422, "A nursery has at least one owner: make someone else an owner first."),
            (status, House.Sentence(problem, "role"))
        );
        Assert.Equal(422, (int)(await house.Client.PostAsync(house.Path("leave"), null)).StatusCode);

        // The owner reads what happened.
        var audit = (await house.GetAsync("audit")).AsArray().Select(a => $"{a!["by"]}: {a["sentence"]}").ToList();
        Assert.Contains("Up and down: Signed in", audit);
        Assert.Contains("Test owner: Changed Up and down: Grower", audit);
        Assert.Contains("Test owner: Removed Up and down", audit);
    }

    [Fact]
    public async Task What_a_helper_counts_stands_in_the_ledger_under_their_name()
    {
        var batch = await house.KeepAsync(house.Input());
        var helper = await house.EnterAsync(await house.AddAsync("Counting one", Role.Helper));
        var entry = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["happenedOn"] = "2026-02-01",
            ["kind"] = "sown",
            ["to"] = house.Group(house.Mat),
            ["seeds"] = 72,
            ["containers"] = 72,
        };
        Assert.Equal(HttpStatusCode.OK, (await helper.PostAsJsonAsync(house.Path($"batches/{batch}/entries"), entry)).StatusCode);
        Assert.Equal("Counting one", (string)(await house.GetAsync($"batches/{batch}"))["ledger"]![0]!["by"]!);
    }

    [Fact]
    public async Task Accounts_are_made_without_an_invitation_only_where_the_server_says_so()
    {
        var body = new
        {
            name = "Comes along",
            password = House.Password,
            nursery = "A yard of one's own",
        };
        var closed = house.Stranger();
        await House.TokenAsync(closed);
        Assert.Equal(HttpStatusCode.NotFound, (await closed.PostAsJsonAsync("/api/sign-up", body)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await closed.PostAsJsonAsync("/api/demo", new { role = "owner" })).StatusCode);

        await using var open = house.NewServer(("JUVENAL_SIGN_UP", "open"));
        var client = open.CreateClient();
        await House.TokenAsync(client);
        Assert.Equal(HttpStatusCode.OK, (await client.PostAsJsonAsync("/api/sign-up", body)).StatusCode);
        // One account, several nurseries; the other's are not among them.
        await House.TokenAsync(client);
        Assert.Equal(HttpStatusCode.OK, (await client.PostAsJsonAsync("/api/nurseries", new { name = "A second yard" })).StatusCode);
        var session = await House.TokenAsync(client);
        Assert.Equal(["A yard of one's own", "A second yard"], session["nurseries"]!.AsArray().Select(n => (string)n!["name"]!));

        // A helper of one nursery may not open others on a closed server.
        var helper = await house.EnterAsync(await house.AddAsync("Wants a yard", Role.Helper));
        Assert.Equal(HttpStatusCode.NotFound, (await helper.PostAsJsonAsync("/api/nurseries", new { name = "Mine" })).StatusCode);
    }

    [Fact]
    public async Task A_page_of_another_name_is_not_answered()
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/session");
        request.Headers.Host = "pretends-to-be-here.example.org";
        Assert.Equal(HttpStatusCode.BadRequest, (await house.Stranger().SendAsync(request)).StatusCode);
    }

    [Fact]
    public async Task No_name_and_no_password_stands_in_a_log()
    {
        var lines = new List<string>();
        await using var server = new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
            b.UseSetting("JUVENAL_DB", house.Cluster.WebOf(house.DatabaseName))
                .UseSetting("Logging:LogLevel:Default", "Trace")
                .UseSetting("Logging:LogLevel:Npgsql", "Information")
                .ConfigureTestServices(s => s.AddLogging(l => l.ClearProviders().AddProvider(new Listener(lines))))
        );
        await house.AddAsync("Unmistakable", Role.Helper);
        var client = await house.EnterAsync("Unmistakable", server);
        await client.PostAsJsonAsync("/api/sign-in", new { name = "Unmistakable", password = "another secret" });
        await client.PostAsJsonAsync("/api/password", new { current = House.Password, next = "a wholly new one" });
        string all;
        lock (lines)
            all = string.Join('\n', lines);
        Assert.Contains("POST /api/sign-in 204 in", all);
        foreach (var secret in new[] { "Unmistakable", House.Password, "another secret", "a wholly new one" })
            Assert.DoesNotContain(secret, all);
    }

    private async Task<string> InviteAsync(string role)
    {
        var (status, link) = await house.PostAsync("invitations", new JsonObject { ["role"] = role });
        Assert.Equal(200, status);
        return ((string)link["path"]!).Split('#')[1];
    }

    private static async Task<(string, string)?> LookAsync(HttpClient client, string secret)
    {
        var (status, body) = await House.AnswerAsync(await client.PostAsJsonAsync("/api/invitation/look", new { secret }));
        return status == 200 ? ((string)body["nursery"]!, (string)body["role"]!) : null;
    }

    private static async Task<(int Status, JsonNode Body)> JoinAsync(HttpClient client, string secret, string? name, string? password) =>
        await House.AnswerAsync(
            await client.PostAsJsonAsync(
                "/api/invitation/join",
                new
                {
                    secret,
                    name,
                    password,
                }
            )
        );

    private async Task<Guid> IdAsync(string name) =>
        (Guid)(await house.GetAsync("people"))["members"]!.AsArray().Single(m => (string)m!["name"]! == name)!["accountId"]!;

    private sealed class Listener(List<string> lines) : ILoggerProvider, ILogger
    {
        public ILogger CreateLogger(string categoryName) => this;

        public IDisposable? BeginScope<TState>(TState state)
            where TState : notnull => null;

        public bool IsEnabled(LogLevel logLevel) => true;

        public void Log<TState>(
            LogLevel logLevel,
            EventId eventId,
            TState state,
            Exception? exception,
            Func<TState, Exception?, string> formatter
        )
        {
            lock (lines)
                lines.Add(formatter(state, exception) + exception);
        }

        public void Dispose() { }
    }
}
