using System.Buffers.Binary;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Juvenal.Web.Accounts;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Names and passwords, tries and waits, sessions and their end.</summary>
public class SignInTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    [Fact]
    public async Task A_wrong_name_and_a_wrong_password_are_refused_alike_and_wait_alike()
    {
        await house.AddAsync("Known one", Role.Helper);
        var clock = new FakeTimeProvider(DateTimeOffset.UtcNow);
        await using var server = new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
            b.UseSetting("JUVENAL_DB", house.Cluster.WebOf(house.DatabaseName))
                .UseSetting("Logging:LogLevel:Default", "Warning")
                .ConfigureTestServices(s => s.AddSingleton<TimeProvider>(clock))
        );
        var answers = new List<string>();
        foreach (var name in new[] { "Known one", "Nobody at all" })
        {
            var client = server.CreateClient();
            await House.TokenAsync(client);
            var said = "";
            for (var i = 0; i < SignInTries.MostFromOneAddress + 2; i++)
            {
                var (status, body) = await House.AnswerAsync(
                    await client.PostAsJsonAsync("/api/sign-in", new { name, password = "wrong password" })
                );
                said += $"{status} {(string)body["title"]!}\n";
            }

            answers.Add(said);
        }

        Assert.Equal(answers[0], answers[1]);
        Assert.StartsWith("422 Name or password is wrong.", answers[0]);
        Assert.EndsWith("429 Too many tries. Wait 15 minutes, then try again.\n", answers[0]);

        // The right password has to wait as well, and then opens; names have no upper and lower case.
        var known = server.CreateClient();
        await House.TokenAsync(known);
        Assert.Equal(
            429,
            (int)(await known.PostAsJsonAsync("/api/sign-in", new { name = "known ONE ", password = House.Password })).StatusCode
        );
        clock.Advance(SignInTries.Window);
        Assert.Equal(
            204,
            (int)(await known.PostAsJsonAsync("/api/sign-in", new { name = "known ONE ", password = House.Password })).StatusCode
        );

        // The framework's format, version 3: a sign, the function (2: HMAC-SHA512), the rounds; each number big end first.
        var hash = Convert.FromBase64String(server.Services.GetRequiredService<Passwords>().Hash("as it is made in earnest"));
        Assert.Equal(1, hash[0]);
        Assert.Equal(2u, BinaryPrimitives.ReadUInt32BigEndian(hash.AsSpan(1)));
        Assert.True(BinaryPrimitives.ReadUInt32BigEndian(hash.AsSpan(5)) >= 210_000);
    }

    [Fact]
    public async Task A_flood_at_the_door_is_turned_away_and_the_round_still_answers()
    {
        await using var server = house.NewServer(("JUVENAL_SIGN_INS_A_MINUTE", "8"));
        var client = server.CreateClient();
        await House.TokenAsync(client);
        var flood = Enumerable
            .Range(0, 24)
            .Select(i => client.PostAsJsonAsync("/api/sign-in", new { name = $"Guess {i}", password = "wrong password" }))
            .ToList();
        Assert.Equal(HttpStatusCode.OK, (await house.Client.GetAsync(house.Path("round"))).StatusCode);
        var statuses = (await Task.WhenAll(flood)).Select(a => (int)a.StatusCode).ToList();
        Assert.True(statuses.Count(s => s == 429) >= 16, $"{string.Join(" ", statuses)} were turned away");
        Assert.All(statuses, s => Assert.True(s is 422 or 429));
    }

    [Fact]
    public async Task Fifty_guesses_from_one_address_lock_nobody_out_elsewhere()
    {
        var clock = new FakeTimeProvider(DateTimeOffset.UtcNow);
        var tries = house.Database.Tries(clock);
        for (var i = 0; i < 50; i++)
            await tries.CountAsync("Guessed at", "10.0.0.1", default);
        Assert.NotNull(await tries.CountAsync("Guessed at", "10.0.0.1", default));
        Assert.Null(await tries.CountAsync("Guessed at", "10.0.0.2", default));

        // What was refused counts nowhere, so that the wait ends when it was said to.
        clock.Advance(SignInTries.Window);
        Assert.Null(await tries.CountAsync("Guessed at", "10.0.0.1", default));

        // From many addresses it is another matter.
        for (var i = 0; i < SignInTries.MostFromAnywhere; i++)
            await tries.CountAsync("Sought by many", $"10.1.0.{i}", default);
        Assert.NotNull(await tries.CountAsync("Sought by many", "10.2.0.1", default));
        // A new password given out at the machine takes all of it back.
        await tries.ForgetNameAsync("Sought by MANY", default);
        Assert.Null(await tries.CountAsync("Sought by many", "10.2.0.1", default));
    }

    [Fact]
    public async Task A_try_that_is_broken_off_is_given_back()
    {
        var tries = house.Database.Tries(TimeProvider.System);
        for (var i = 0; i < SignInTries.MostFromOneAddress * 2; i++)
        {
            Assert.Null(await tries.CountAsync("Broken off", "10.0.0.3", default));
            await tries.GiveBackAsync("Broken off", "10.0.0.3");
        }
    }

    [Fact]
    public async Task Many_guesses_at_once_are_all_counted()
    {
        var tries = house.Database.Tries(TimeProvider.System);
        var waits = await Task.WhenAll(Enumerable.Range(0, 12).Select(_ => tries.CountAsync("At once", "10.0.0.4", default)));
        Assert.Equal(SignInTries.MostFromOneAddress, waits.Count(w => w is null));
    }

    [Fact]
    public async Task Signing_out_ends_the_session_also_for_a_copy_of_its_cookie_and_no_other()
    {
        await using var server = house.NewServer();
        await house.AddAsync("Leaves", Role.Helper);
        var elsewhere = await house.EnterAsync("Leaves");
        var client = server.CreateClient(new() { HandleCookies = false });
        var session = await client.GetAsync("/api/session");
        var antiforgery = session.Headers.GetValues("Set-Cookie").Single().Split(';')[0];
        var signedIn = await SendAsync(
            HttpMethod.Post,
            "/api/sign-in",
            antiforgery,
            await TokenOf(session),
            new { name = "Leaves", password = House.Password }
        );
        var cookie = signedIn
            .Headers.GetValues("Set-Cookie")
            .Single(c => c.StartsWith("juvenal-session", StringComparison.Ordinal))
            .Split(';')[0];
        var mine = await SendAsync(HttpMethod.Get, "/api/session", cookie, null, null);
        var both =
            $"{cookie}; {mine.Headers.GetValues("Set-Cookie").Single(c => c.StartsWith("juvenal-antiforgery", StringComparison.Ordinal)).Split(';')[0]}";
        Assert.Equal(HttpStatusCode.OK, (await SendAsync(HttpMethod.Get, house.Path("round"), cookie, null, null)).StatusCode);

        Assert.Equal(
            HttpStatusCode.NoContent,
            (await SendAsync(HttpMethod.Post, "/api/sign-out", both, await TokenOf(mine), null)).StatusCode
        );
        // The copy that somebody kept.
        Assert.Equal(HttpStatusCode.Unauthorized, (await SendAsync(HttpMethod.Get, house.Path("round"), cookie, null, null)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await elsewhere.GetAsync(house.Path("round"))).StatusCode);

        async Task<HttpResponseMessage> SendAsync(HttpMethod method, string path, string cookies, string? token, object? body)
        {
            using var request = new HttpRequestMessage(method, path) { Content = body is null ? null : JsonContent.Create(body) };
            request.Headers.Add("Cookie", cookies);
            if (token is not null)
                request.Headers.Add("X-Juvenal-Token", token);
            return await client.SendAsync(request);
        }

        static async Task<string> TokenOf(HttpResponseMessage session) =>
            (string)(await session.Content.ReadFromJsonAsync<JsonNode>())!["token"]!;
    }

    [Fact]
    public async Task A_changed_password_ends_every_other_session()
    {
        await house.AddAsync("Changes it", Role.Helper);
        var here = await house.EnterAsync("Changes it");
        var elsewhere = await house.EnterAsync("Changes it");
        async Task<(int, string?)> Change(string current, string next)
        {
            var (status, body) = await House.AnswerAsync(await here.PostAsJsonAsync("/api/password", new { current, next }));
            return (status, House.Sentence(body, "current") ?? House.Sentence(body, "next"));
        }

        Assert.Equal((422, "This is not your password."), await Change("not mine at all", "three dry gloves"));
        Assert.Equal(
            (422, "From 10 to 200 letters: a few words that belong together only for you."),
            await Change(House.Password, "short")
        );
        Assert.Equal(
            (422, "Too easy to guess. Take a few words that belong together only for you."),
            await Change(House.Password, "changes it 1")
        );
        Assert.Equal(HttpStatusCode.OK, (await elsewhere.GetAsync(house.Path("round"))).StatusCode);
        Assert.Equal((204, null), await Change(House.Password, "three dry gloves"));
        Assert.Equal(HttpStatusCode.OK, (await here.GetAsync(house.Path("round"))).StatusCode);
        var (status, problem) = await House.AnswerAsync(await elsewhere.GetAsync(house.Path("round")));
        Assert.Equal((401, "signed-out"), (status, (string)problem["code"]!));
        Assert.Null((await House.TokenAsync(elsewhere))["name"]);
    }
}
