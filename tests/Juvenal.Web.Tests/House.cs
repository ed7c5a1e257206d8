using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>A nursery of its own whose day is fixed, for one test class, beside others on one server: starting a server is slow.</summary>
public partial class House(TestCluster cluster) : IAsyncLifetime
{
    private static int _owners;

    public static readonly DateOnly Today = new(2026, 2, 1);

    public const string Password = "seven wet trowels";

    // How many are made in earnest is tested by itself (SignInTests).
    private const int FewRounds = 1000;

    private static readonly string _hash = new Passwords(FewRounds).Hash(Password);

    private WebApplicationFactory<Program>? _server;

    /// <summary>Whether the server and its database are this class's alone.</summary>
    protected virtual bool Alone => false;

    /// <summary>The name of the account that owns the nursery.</summary>
    public string Owner { get; private set; } = "Test owner";

    public TestCluster Cluster { get; } = cluster;

    public string DatabaseName { get; private set; } = "";

    public Guid Nursery { get; } = Guid.CreateVersion7();

    public Guid Tomato { get; } = Guid.CreateVersion7();

    public Guid Pepper { get; } = Guid.CreateVersion7();

    public Guid Mat { get; } = Guid.CreateVersion7();

    public Guid Lamps { get; } = Guid.CreateVersion7();

    public Guid Glass { get; } = Guid.CreateVersion7();

    public Guid Stand { get; } = Guid.CreateVersion7();

    public Guid Porch { get; } = Guid.CreateVersion7();

    public Guid Bed { get; } = Guid.CreateVersion7();

    public Guid Tray { get; private set; }

    public Guid Pot { get; private set; }

    public HttpClient Client { get; private set; } = null!;

    public NpgsqlDataSource Source { get; private set; } = null!;

    public Database Database => new(Source);

    public IServiceProvider Services => _server!.Services;

    /// <summary>As the owner of the database, whom no wall stops.</summary>
    public async Task OwnerSqlAsync(string sql, string? database = null)
    {
        await using var connection = new NpgsqlConnection(Cluster.OwnerOf(database ?? DatabaseName));
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync();
    }

    /// <summary>What the server does each minute: new days, devices, plans that a crash left behind.</summary>
    public async Task LookAtAllAsync(TimeProvider? clock = null)
    {
        using var watch = ActivatorUtilities.CreateInstance<Hosting.DayWatch>(Services, clock ?? TimeProvider.System);
        await watch.LookAtAllAsync(default);
    }

    public virtual async ValueTask InitializeAsync()
    {
        DatabaseName = Alone ? await Cluster.NewDatabaseAsync() : await Cluster.SharedDatabaseAsync();
        Source = NpgsqlDataSource.Create(Cluster.WebOf(DatabaseName));
        await FurnishAsync();
        _server = Alone ? NewServer() : await Cluster.SharedServerAsync();
        if (!Alone)
            Owner += $" {Interlocked.Increment(ref _owners)}";
        Client = await EnterAsync(await AddAsync(Owner, Role.Owner));
    }

    /// <summary>Another server on the same database.</summary>
    public WebApplicationFactory<Program> NewServer(params (string Name, string Value)[] settings) =>
        ServerOn(Cluster.WebOf(DatabaseName), settings);

    public static WebApplicationFactory<Program> ServerOn(string connection, params (string Name, string Value)[] settings) =>
        new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
        {
            var all = new Dictionary<string, string>
            {
                ["JUVENAL_DB"] = connection,
                ["Logging:LogLevel:Default"] = "Warning",
                ["Logging:LogLevel:Microsoft.AspNetCore.Routing"] = "Error",
                // Limits are tested by themselves; here neither a slow machine nor a fast one comes near them.
                ["JUVENAL_REQUEST_SECONDS"] = "600",
                ["JUVENAL_PLAN_PATIENCE"] = "600",
                ["JUVENAL_SIGN_INS_A_MINUTE"] = "100000",
                ["JUVENAL_SIGN_INS_WAITING"] = "100000",
            };
            foreach (var (name, value) in settings)
                all[name] = value;
            foreach (var (name, value) in all)
                b.UseSetting(name, value);
            b.ConfigureServices(s => s.AddSingleton(_ => new Passwords(FewRounds)));
        });

    public HttpClient Stranger(bool follow = true) => _server!.CreateClient(new() { AllowAutoRedirect = follow });

    /// <summary>An account of this nursery, or of another; its name. All have <see cref="Password"/>.</summary>
    public async Task<string> AddAsync(string name, Role role, Guid? nursery = null)
    {
        var account = new Account(Guid.CreateVersion7(), name, _hash, Guid.NewGuid());
        await using var people = await Database.WriteAsync(new Asker(Account: account.Id, Nursery: nursery ?? Nursery), default);
        await new AccountStore(people).AddAsync(account, default);
        await new PeopleStore(people).JoinAsync(nursery ?? Nursery, account.Id, role, default);
        await people.CommitAsync(default);
        return name;
    }

    /// <summary>A client that is signed in, over HTTP as the page does it.</summary>
    public async Task<HttpClient> EnterAsync(string name, WebApplicationFactory<Program>? server = null)
    {
        var client = (server ?? _server!).CreateClient();
        await TokenAsync(client);
        var answer = await client.PostAsJsonAsync("/api/sign-in", new { name, password = Password });
        Assert.Equal(HttpStatusCode.NoContent, answer.StatusCode);
        await TokenAsync(client);
        return client;
    }

    /// <summary>Asks for the session and carries its token from now on.</summary>
    public static async Task<JsonNode> TokenAsync(HttpClient client)
    {
        var session = (await client.GetFromJsonAsync<JsonNode>("/api/session"))!;
        client.DefaultRequestHeaders.Remove("X-Juvenal-Token");
        client.DefaultRequestHeaders.Add("X-Juvenal-Token", (string)session["token"]!);
        return session;
    }

    /// <summary>Every endpoint of the API, with a path that names this nursery and otherwise nothing that exists.</summary>
    public IEnumerable<(string Method, string Path, string Pattern, HttpContent? Content)> Endpoints() =>
        from endpoint in Services.GetServices<EndpointDataSource>().SelectMany(s => s.Endpoints).OfType<RouteEndpoint>()
        let pattern = "/" + endpoint.RoutePattern.RawText!.TrimStart('/')
        where pattern.StartsWith("/api/", StringComparison.Ordinal) && !pattern.Contains('*')
        from method in endpoint.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? []
        select (
            method,
            Parameter()
                .Replace(
                    pattern,
                    m =>
                        m.Value switch
                        {
                            "{nursery:guid}" => Nursery.ToString(),
                            "{season:int}" => "2020",
                            _ => Guid.CreateVersion7().ToString(),
                        }
                ),
            pattern,
            method == "GET"
                ? null
                : (HttpContent)
                    new StringContent(
                        "{}",
                        System.Text.Encoding.UTF8,
                        endpoint.Metadata.GetMetadata<IAcceptsMetadata>()?.ContentTypes[0] ?? "application/json"
                    )
        );

    [GeneratedRegex(@"\{[^}]+\}")]
    private static partial Regex Parameter();

    public async ValueTask DisposeAsync()
    {
        if (_server is not null && Alone)
            await _server.DisposeAsync();
        if (Source is not null)
        {
            await Source.DisposeAsync();
            await WrittenWithItsBatch.CheckAsync(Cluster.OwnerOf(DatabaseName), Nursery);
        }

        GC.SuppressFinalize(this);
    }

    public string Path(string rest) => $"/api/nurseries/{Nursery}/{rest}";

    public JsonObject Input(int wanted = 60, Guid? germination = null, Guid? cultivar = null) =>
        new()
        {
            ["cultivarId"] = cultivar ?? Tomato,
            ["season"] = 2026,
            ["plantsWanted"] = wanted,
            ["germination"] = 0.85,
            ["survival"] = 0.95,
            ["confidence"] = 0.9,
            ["seedsPerCell"] = 1,
            ["seedsAvailable"] = null,
            ["trayId"] = Tray,
            ["germinationPlaceId"] = germination ?? Mat,
            ["seedlingPlaceId"] = Lamps,
            ["moves"] = new JsonArray(new JsonObject { ["containerId"] = Pot, ["placeId"] = Glass }),
            ["hardeningPlaceId"] = Stand,
            ["bedId"] = Bed,
            ["locks"] = new JsonObject(),
        };

    public async Task<(int Status, JsonNode Body)> PostAsync(string path, JsonNode body)
    {
        // Here plants come up as soon as a test says so: it is sure of it, unless it says that it is not.
        if (body is JsonObject said && Sure().IsMatch(path))
            said["sure"] ??= new JsonArray([.. Core.Ledger.Doubts.Codes.Select(c => (JsonNode)c)]);
        return await FollowedAsync(await Client.PostAsJsonAsync(Path(path), body));
    }

    [GeneratedRegex("^batches/[^/]+/(entries|cells|steps/[^/]+/done)$")]
    private static partial Regex Sure();

    public async Task<(int Status, JsonNode Body)> PutAsync(string path, JsonNode body) =>
        await FollowedAsync(await Client.PutAsJsonAsync(Path(path), body));

    /// <summary>
    /// What is answered once the plans have followed. 202 comes to whoever waits for minutes, too: where the watch begins the nursery's
    /// day at that moment, plans wait once more.
    /// </summary>
    private async Task<(int Status, JsonNode Body)> FollowedAsync(HttpResponseMessage message)
    {
        var (status, answer) = await AnswerAsync(message);
        if (status != (int)HttpStatusCode.Accepted)
            return (status, answer);
        while ((int)(answer = await GetAsync("planning"))["waiting"]! > 0)
            await Task.Delay(TimeSpan.FromMilliseconds(100));
        return ((int)HttpStatusCode.OK, answer);
    }

    public async Task<JsonNode> GetAsync(string path) => (await Client.GetFromJsonAsync<JsonNode>(Path(path)))!;

    /// <summary>Plans and keeps a batch; its id.</summary>
    public async Task<Guid> KeepAsync(JsonObject input)
    {
        var (_, plan) = await PostAsync("plan", input.DeepClone());
        var id = Guid.CreateVersion7();
        var (status, body) = await PostAsync(
            "batches",
            new JsonObject
            {
                ["id"] = id,
                ["input"] = input,
                ["shown"] = (string)plan["version"]!,
            }
        );
        Assert.True(status == 201, body.ToJsonString());
        return id;
    }

    public Task<(int Status, JsonNode Body)> LogAsync(Guid batch, JsonObject entry)
    {
        entry["id"] ??= Guid.CreateVersion7();
        // A step may be said by the word of the trade.
        if (entry.Remove("stage", out var stage))
            entry["step"] = stage is null ? null : Step(batch, (string)stage!);
        entry["happenedOn"] ??= Today.ToString("yyyy-MM-dd");
        return PostAsync($"batches/{batch}/entries", entry);
    }

    /// <summary>Seeds sown on the mat, one to a cell.</summary>
    public JsonObject Sown(int seeds = 72, string on = "2026-01-20", Guid? id = null) =>
        new()
        {
            ["id"] = id ?? Guid.CreateVersion7(),
            ["kind"] = "sown",
            ["to"] = Group(Mat),
            ["seeds"] = seeds,
            ["containers"] = seeds,
            ["happenedOn"] = on,
        };

    /// <summary>Seedlings up on the mat, to date.</summary>
    public JsonObject Up(int total, string on) =>
        new()
        {
            ["kind"] = "emerged",
            ["to"] = Group(Mat),
            ["seedlings"] = total,
            ["happenedOn"] = on,
        };

    public JsonObject Group(Guid place, bool pot = false, bool bed = false) =>
        new()
        {
            ["containerId"] =
                bed ? null
                : pot ? Pot
                : Tray,
            ["placeId"] = place,
        };

    private static readonly string[] Moves = ["prick-out", "pot-up", "pot-on"];

    /// <summary>A step of a batch whose moves nobody named, by the word of the trade.</summary>
    public static Guid Step(Guid batch, string word) =>
        StepId
            .Of(
                batch,
                word switch
                {
                    "sow" => "begin",
                    "emerge" => "up",
                    _ when Array.IndexOf(Moves, word) is >= 0 and var move => $"move-{move + 1}",
                    _ => word,
                }
            )
            .Value;

    /// <summary>The word of the trade for a step as an answer names it.</summary>
    public static string Did(JsonNode? step) =>
        (string)step!["kind"]! switch
        {
            "begin" => "sow",
            "up" => "emerge",
            "move" => Moves[(int)step["number"]! - 1],
            var kind => kind,
        };

    public static async Task<(int Status, JsonNode Body)> AnswerAsync(HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync();
        return ((int)answer.StatusCode, text.Length == 0 ? new JsonObject() : JsonNode.Parse(text)!);
    }

    public static string? Sentence(JsonNode problem, string field) => (string?)problem["errors"]?[field]?[0];

    protected virtual async Task FurnishAsync()
    {
        await using var nursery = await Database.WriteAsync(Nursery, default);
        await NurserySetup.CreateAsync(nursery, "Test yard", "Europe/Vienna", 47, Today, default);
        await new SiteStore(nursery).ChangeAsync(new(1, "Europe/Vienna", 47, new FrostDates(SeasonDay.From(5, 9), null), false), default);
        // The watch over the days has nothing to begin here while tests run.
        await new SiteStore(nursery).PlansOfAsync(Today, default);
        var places = new PlaceStore(nursery);
        await places.PutAsync(new(Mat, 0, "Mat", PlaceKind.Mat, 1, 21, 18, 25), default);
        await places.PutAsync(new(Lamps, 0, "Lamps", PlaceKind.Lamps, 2, 21, 18, null), default);
        await places.PutAsync(new(Glass, 0, "Glass", PlaceKind.House, 3, 20, 15, null), default);
        await places.PutAsync(new(Stand, 0, "Stand", PlaceKind.Stand, 4, 16, 9, null), default);
        await places.PutAsync(new(Porch, 0, "Cold porch", PlaceKind.House, 5, 9, 5, null), default);
        await places.PutAsync(new(Bed, 0, "Bed", PlaceKind.OpenBed, 6, null, null, null), default);
        var cultivars = new CultivarStore(nursery);
        await cultivars.PutAsync(
            new(
                Tomato,
                0,
                "Made-up Red",
                Core.Cultivars.Crop.Tomato,
                Core.Cultivars.SpeciesGroup.Tomato,
                Core.Cultivars.Habit.Tall,
                70,
                Store.Seeds.SeedOrigin.Unknown,
                null,
                []
            ),
            default
        );
        await cultivars.PutAsync(
            new(
                Pepper,
                0,
                "Made-up Horn",
                Core.Cultivars.Crop.Pepper,
                Core.Cultivars.SpeciesGroup.Annuum,
                Core.Cultivars.Habit.Bush,
                80,
                Store.Seeds.SeedOrigin.Unknown,
                null,
                []
            ),
            default
        );
        var containers = await new ContainerStore(nursery).AllAsync(default);
        Tray = containers.Find(c => c.Cells == 72)!.Id;
        Pot = containers.Find(c => c.Name == "9 cm pot")!.Id;
        await nursery.CommitAsync(default);
    }

    /// <summary>Winds the nursery's clock to a day.</summary>
    public async Task WindToAsync(DateOnly day)
    {
        await Database.ActAsync(
            Nursery,
            null,
            Touches.Inputs,
            async nursery =>
            {
                await new SiteStore(nursery).WindToAsync(day, default);
                await new SiteStore(nursery).PlansOfAsync(day, default);
            },
            default
        );
        await new Store.Plans.Replanner(Database, TimeProvider.System).RunAsync(Nursery, told: false, default);
    }
}

/// <summary>A server on a database of its own, for a class that asks after the whole of it: accounts, roles, what goes down.</summary>
public class OwnHouse(TestCluster cluster) : House(cluster)
{
    protected override bool Alone => true;
}
