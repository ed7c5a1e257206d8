using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.Logging;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>What is refused says what is wrong with it, to whoever wrote the request and to whoever reads the log.</summary>
public class RefusalTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    [Theory]
    [InlineData("""{"plantsWanted":60}""", "“emergence” is missing.", "$.emergence")]
    [InlineData("{}", "“plantsWanted”, “emergence” are missing.", "$.plantsWanted")]
    [InlineData("""{"plantsWanted":60,"emergence":0.8,"trays":2}""", "“trays” is not known here.", "$.trays")]
    [InlineData("""{"plantsWanted":"60","emergence":0.8}""", "At $.plantsWanted: not what is expected there.", "$.plantsWanted")]
    [InlineData("sixty", "Not what is expected: JSON of another kind, or none.", "$")]
    public async Task A_field_is_named(string json, string sentence, string path)
    {
        var (status, problem) = await SendAsync(HttpMethod.Post, "/api/calc/sowing-quantity", json);
        Assert.Equal((400, sentence, path), (status, (string)problem["detail"]!, (string)problem["path"]!));
    }

    [Fact]
    public async Task A_field_within_a_list_is_named_with_its_place()
    {
        var (status, problem) = await SendAsync(HttpMethod.Post, "/api/calc/mix", """{"containers":[{"count":3}],"parts":{"peat":1}}""");
        Assert.Equal((400, "$.containers[0].volumeL"), (status, (string)problem["path"]!));
    }

    [Fact]
    public async Task A_value_in_the_address_is_named()
    {
        var (status, problem) = await House.AnswerAsync(await house.Client.GetAsync(house.Path("site/view?risk=half")));
        Assert.Equal((400, "“risk” in the address is missing, or not what is expected there."), (status, (string)problem["detail"]!));
    }

    [Fact]
    public async Task Another_kind_another_method_and_no_such_address_are_told_apart()
    {
        var (kind, _) = await SendAsync(HttpMethod.Post, "/api/calc/sowing-quantity", "{}", "text/plain");
        Assert.Equal(415, kind);
        foreach (var address in new[] { "/api/session", house.Path("round"), "/api/calc/mix" })
        {
            var (method, problem) = await SendAsync(HttpMethod.Put, address, "{}");
            Assert.Equal(405, method);
            Assert.StartsWith("This address does not take PUT. It takes ", (string)problem["title"]!, StringComparison.Ordinal);
        }

        foreach (var nowhere in new[] { "/api/nothing", "/api", "/api/calc/nothing", house.Path("nothing") })
            Assert.Equal(
                (404, "There is nothing at this address."),
                await SendAsync(HttpMethod.Post, nowhere, "{}") is var (status, said) ? (status, (string)said["title"]!) : default
            );
    }

    [Theory]
    [InlineData("/api/session")]
    [InlineData("/api/calc")]
    [InlineData("/openapi/v1.json")]
    public async Task Head_is_answered_where_get_is_without_a_body(string address)
    {
        using var get = await house.Client.GetAsync(address);
        using var head = await house.Client.SendAsync(new HttpRequestMessage(HttpMethod.Head, address));
        Assert.Equal((get.StatusCode, get.Content.Headers.ContentType), (head.StatusCode, head.Content.Headers.ContentType));
        Assert.Empty(await head.Content.ReadAsByteArrayAsync());
        using var round = await house.Stranger().SendAsync(new HttpRequestMessage(HttpMethod.Head, house.Path("round")));
        Assert.Equal(HttpStatusCode.Unauthorized, round.StatusCode);
    }

    /// <summary>A rule that stands in the database alone: a grower is told in a grower's words, and the log has its name.</summary>
    [Fact]
    public async Task A_constraint_is_never_named_to_a_grower()
    {
        var lines = new Lines();
        await using var server = house.NewServer().WithWebHostBuilder(b => b.ConfigureLogging(l => l.AddProvider(lines)));
        using var client = await house.EnterAsync(house.Owner, server);
        var batch = await house.KeepAsync(house.Input());
        await house.OwnerSqlAsync("alter table batch add constraint no_end_on_a_whim check (end_reason <> 'a whim')");
        try
        {
            var (status, problem) = await House.AnswerAsync(
                await client.PutAsJsonAsync(house.Path($"batches/{batch}/end"), new { reason = "a whim" })
            );
            Assert.Equal(422, status);
            Assert.DoesNotContain("whim", problem.ToJsonString(), StringComparison.Ordinal);
            Assert.Contains(lines.Written, l => l.Contains("no_end_on_a_whim", StringComparison.Ordinal));
        }
        finally
        {
            await house.OwnerSqlAsync("alter table batch drop constraint no_end_on_a_whim");
        }
    }

    [Fact]
    public async Task What_was_refused_is_found_in_the_log_by_the_id_that_was_shown()
    {
        var lines = new Lines();
        await using var server = house
            .NewServer(("Logging:LogLevel:Juvenal", "Information"))
            .WithWebHostBuilder(b => b.ConfigureLogging(l => l.AddProvider(lines)));
        using var client = await house.EnterAsync(house.Owner, server);
        var nobody = Guid.CreateVersion7();
        foreach (
            var (answer, route) in new[]
            {
                (await client.GetAsync($"/api/nurseries/{nobody}/round"), "/api/nurseries/{nursery:guid}/round"),
                (await client.GetAsync(house.Path($"batches/{nobody}")), "/api/nurseries/{nursery:guid}/batches/{id:guid}"),
                (await client.PostAsJsonAsync("/api/calc/mix", new { }), "/api/calc/mix"),
                (await client.PostAsJsonAsync("/api/calc/light", new { ppfd = -1, hours = 3 }), "/api/calc/light"),
                (await client.GetAsync("/api/nothing"), "(no such address)"),
            }
        )
        {
            var (_, problem) = await House.AnswerAsync(answer);
            var line = Assert.Single(lines.Written, l => l.Contains((string)problem["traceId"]!, StringComparison.Ordinal));
            Assert.Contains($" {route} {(int)answer.StatusCode} in ", line, StringComparison.Ordinal);
            Assert.DoesNotContain(nobody.ToString(), line, StringComparison.Ordinal);
        }
    }

    /// <summary>The tab is closed while a file is being made or sent: nobody's fault.</summary>
    [Fact]
    public async Task A_download_that_is_broken_off_is_no_failure()
    {
        var lines = new Lines();
        await using var server = house.NewServer().WithWebHostBuilder(b => b.ConfigureLogging(l => l.AddProvider(lines)));
        using var client = await house.EnterAsync(house.Owner, server);
        foreach (var path in new[] { "export", "weather" })
        {
            using var gone = new CancellationTokenSource();
            var asking = client.GetAsync(house.Path(path), HttpCompletionOption.ResponseHeadersRead, gone.Token);
            await gone.CancelAsync();
            // Whether its beginning had come already is the machine's affair.
            if (await Record.ExceptionAsync(() => asking) is { } cut)
                Assert.IsType<OperationCanceledException>(cut, exactMatch: false);
        }

        // Served after those: what they left behind is written by then.
        Assert.Equal(HttpStatusCode.OK, (await client.GetAsync(house.Path("round"))).StatusCode);
        Assert.DoesNotContain(lines.Written, l => l.StartsWith("Error", StringComparison.Ordinal));
    }

    private async Task<(int Status, JsonNode Body)> SendAsync(
        HttpMethod method,
        string address,
        string body,
        string kind = "application/json"
    )
    {
        using var request = new HttpRequestMessage(method, address) { Content = new StringContent(body, Encoding.UTF8, kind) };
        return await House.AnswerAsync(await house.Client.SendAsync(request));
    }

    /// <summary>All that a server wrote into its log.</summary>
    private sealed class Lines : ILoggerProvider, ILogger
    {
        private readonly System.Collections.Concurrent.ConcurrentQueue<string> _written = new();

        public IEnumerable<string> Written => _written;

        public ILogger CreateLogger(string categoryName) => this;

        public IDisposable? BeginScope<TState>(TState state)
            where TState : notnull => null;

        public bool IsEnabled(LogLevel logLevel) => true;

        public void Log<TState>(LogLevel level, EventId id, TState state, Exception? exception, Func<TState, Exception?, string> format) =>
            _written.Enqueue($"{level} {format(state, exception)} {exception?.GetType().Name}");

        public void Dispose() { }
    }
}
