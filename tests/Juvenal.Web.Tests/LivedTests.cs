using System.IO.Compression;
using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>
/// A yard lived through, day by day: batches of every kind, work that is done, forgotten, done in part, elsewhere, on another day,
/// taken back
/// and put right; and each fifth day every screen is read and compared with every other.
/// </summary>
public class LivedTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    private static readonly DateOnly First = new(2026, 3, 1);

    private readonly List<Guid> _batches = [];
    private readonly List<(Guid Batch, Guid Entry)> _written = [];
    private readonly List<string> _odd = [];
    private Random _chance = new();
    private int _turn;
    private DateOnly _day;
    private Guid _lot;

    private string Today => $"{_day:yyyy-MM-dd}";

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public async Task For_sixty_four_days_every_screen_says_the_same(int seed)
    {
        (_chance, _day) = (new(seed), First);
        await house.WindToAsync(First);
        await BeginAsync();
        for (var i = 0; i < 64; i++)
        {
            _day = First.AddDays(i);
            await house.WindToAsync(_day);
            foreach (var card in Cards(await house.GetAsync("round")))
                await AnswerAsync(card);
            for (var odd = _chance.Next(5); odd > 0; odd--)
                await OddAsync();
            if (i % 5 == 4 || i == 63)
                await CompareAsync();
        }

        // It was a spring: something of everything was done.
        Assert.Empty(new[] { "carry", "out", "lost", "spaced", "aside", "split", "mixed", "undo" }.Except(_odd));
    }

    private static IEnumerable<JsonNode> Cards(JsonNode round) =>
        round["stops"]!.AsArray().SelectMany(s => s!["tasks"]!.AsArray()).Select(t => t!);

    /// <summary>From seed for a bed, for a fair with a month of holding, in a pot; bought and grafted; standing already; side
    /// shoots.</summary>
    private async Task BeginAsync()
    {
        _lot = Guid.CreateVersion7();
        var packet = new JsonObject
        {
            ["id"] = _lot,
            ["version"] = 0,
            ["cultivarId"] = house.Tomato,
            ["name"] = $"Red {_lot:N}"[..20],
            ["packed"] = 2025,
            ["seeds"] = 400,
            ["grams"] = null,
            ["origin"] = "unknown",
            ["price"] = null,
            ["note"] = null,
        };
        Assert.Equal(204, (await house.PutAsync("lots", packet)).Status);
        await KeepAsync(i => i["lotId"] = _lot);
        await KeepAsync(i =>
        {
            i["lotId"] = _lot;
            i["aim"] = new JsonObject { ["kind"] = "sale", ["day"] = "2026-07-20" };
            i["bedId"] = house.Stand;
            i["hold"] = new JsonObject { ["placeId"] = house.Porch, ["days"] = 21 };
            i["seedsPerCell"] = 2;
        });
        await KeepAsync(i =>
        {
            i["cultivarId"] = house.Pepper;
            i["aim"] = new JsonObject { ["kind"] = "pot", ["outdoors"] = false };
            i["bedId"] = house.Glass;
        });
        var mother = _batches[0];
        await KeepAsync(
            i =>
                i["start"] = new JsonObject
                {
                    ["kind"] = "cuttings",
                    ["leaves"] = 3,
                    ["motherId"] = mother,
                },
            wanted: 8
        );
        await KeepAsync(
            i =>
            {
                i["trayId"] = house.Pot;
                i["locks"] = new JsonObject { ["begin"] = $"{First.AddDays(3):yyyy-MM-dd}" };
                i["start"] = new JsonObject
                {
                    ["kind"] = "plants",
                    ["leaves"] = 5,
                    ["unionCm"] = 5,
                    ["raised"] = "cool",
                };
                i["moves"] = new JsonArray();
            },
            wanted: 20
        );
    }

    private async Task KeepAsync(Action<JsonObject> change, int wanted = 40)
    {
        var input = house.Input(wanted);
        change(input);
        _batches.Add(await house.KeepAsync(input));
    }

    /// <summary>Most of what is due is done, some of it in part, some a day late, some elsewhere; some is put off or forgotten.</summary>
    private async Task AnswerAsync(JsonNode card)
    {
        var batch = (Guid)card["batchId"]!;
        if (!_batches.Contains(batch))
            return;
        var kind = (string)card["step"]!["kind"]!;
        var counting = kind == "up" && !(bool)card["thinning"]!;
        if (_chance.Next(4) == 0 || ((string)card["press"]! == "look" && !counting))
            return;
        if ((bool)card["thinning"]!)
        {
            var thin = new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["happenedOn"] = Today,
                ["snips"] = (int)card["count"]!,
            };
            await SaidAsync($"batches/{batch}/thin", thin, batch, 409, 422);
            return;
        }

        if (_chance.Next(12) == 0 && !counting)
        {
            await LogAsync(
                batch,
                new()
                {
                    ["kind"] = "not-yet",
                    ["step"] = (Guid)card["step"]!["id"]!,
                    ["newDay"] = $"{_day.AddDays(2):yyyy-MM-dd}",
                    ["reason"] = "no time",
                }
            );
            return;
        }

        var stands = (int)card["seedlings"]!;
        var count = counting
            ? Math.Min((int)card["seeds"]!, (int)card["count"]! + _chance.Next(Math.Max(1, (int)card["seeds"]! / 3)))
            : (int)card["count"]!;
        if (!counting && kind != "begin" && _chance.Next(4) == 0)
            count = Math.Max(1, stands / 2);
        var late = kind != "begin" && _chance.Next(5) == 0;
        var done = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["extraId"] = Guid.CreateVersion7(),
            ["happenedOn"] = $"{(late ? _day.AddDays(-1) : _day):yyyy-MM-dd}",
            ["count"] = count,
            ["from"] = card["from"]?.DeepClone(),
            ["group"] = card["group"]?.DeepClone(),
            ["carryOn"] = counting,
            ["rest"] = kind == "move" && _chance.Next(3) == 0 ? "snipped" : "stays",
            ["myCall"] = true,
            ["about"] = _chance.Next(6) == 0 ? 3 : null,
            ["to"] =
                kind == "move" && _chance.Next(4) == 0
                    ? new JsonObject { ["containerId"] = (Guid)card["to"]!["containerId"]!, ["placeId"] = house.Lamps }
                    : null,
        };
        // Done yesterday of what was not there yet, or done meanwhile: it is said, and nothing is written.
        await SaidAsync($"batches/{batch}/steps/{(Guid)card["step"]!["id"]!}/done", done, batch, late ? [409, 422] : [409]);
    }

    private async Task OddAsync()
    {
        var batch = _batches[_chance.Next(_batches.Count)];
        var page = await house.GetAsync($"batches/{batch}");
        var groups = page["groups"]!.AsArray().Where(g => (int)g!["seedlings"]! > 0).Select(g => g!).ToList();
        if (groups.Count == 0 || page["endedOn"] is not null)
            return;
        var group = groups[_chance.Next(groups.Count)];
        var potted = group["containerId"] is not null;
        var some = _chance.Next(1, Math.Min(6, (int)group["seedlings"]!) + 1);
        // Each kind in its turn, so that none is left out by chance.
        switch (_turn++ % 11)
        {
            case 0 when potted:
                await CarryAsync((Guid)group["placeId"]!);
                break;
            case 1:
                await LogAsync(batch, About(group, "lost", some, ("reason", "snapped")), "lost");
                break;
            case 2 when potted:
                await LogAsync(batch, About(group, "out", some, ("out", new JsonObject { ["way"] = "sold", ["priceEach"] = 2 })), "out");
                break;
            case 3 when potted:
                await LogAsync(batch, About(group, "spaced", 0, ("spacedCm", 15)), "spaced");
                break;
            case 4 when potted:
                await LogAsync(batch, About(group, "moved", some, ("to", At(group["containerId"], house.Porch))), "aside");
                break;
            case 5 when potted && some > 1:
                await SplitAsync(batch, group, some);
                break;
            case 6 when groups.Count > 1:
                await LogAsync(batch, About(group, "together", 0, ("with", groups.First(g => g != group)["id"]!.DeepClone())), "together");
                break;
            case 7 when potted:
                await MixAsync(batch, group);
                break;
            case 8 when _written.Count > 0:
                var (of, entry) = _written[^1];
                _written.RemoveAt(_written.Count - 1);
                await LogAsync(of, new() { ["kind"] = "undo", ["corrects"] = entry }, "undo");
                break;
            case 9 when group["oneOf"] is JsonArray:
                var told = new JsonObject
                {
                    ["id"] = Guid.CreateVersion7(),
                    ["on"] = Today,
                    ["batch"] = batch,
                    ["group"] = (Guid)group["id"]!,
                    ["really"] = batch,
                };
                await SaidAsync("identity/told", told, batch, 422, 409);
                break;
            case 10:
                await CorrectAsync(batch, page);
                break;
        }
    }

    private static JsonObject At(JsonNode? container, Guid place) =>
        new() { ["containerId"] = container?.DeepClone(), ["placeId"] = place };

    private static JsonObject About(JsonNode group, string kind, int plants, params (string Field, JsonNode Value)[] more)
    {
        var entry = new JsonObject
        {
            ["kind"] = kind,
            ["group"] = (Guid)group["id"]!,
            ["from"] = At(group["containerId"], (Guid)group["placeId"]!),
            ["seedlings"] = plants,
        };
        foreach (var (field, value) in more)
            entry[field] = value;
        return entry;
    }

    private async Task LogAsync(Guid batch, JsonObject entry, string? odd = null)
    {
        entry["id"] = Guid.CreateVersion7();
        entry["happenedOn"] = Today;
        if (await SaidAsync($"batches/{batch}/entries", entry, batch, 409, 422) && odd is not null)
            _odd.Add(odd);
    }

    /// <returns>Whether it was written.</returns>
    private async Task<bool> SaidAsync(string path, JsonObject said, Guid batch, params int[] orElse)
    {
        var (status, body) = await house.PostAsync(path, said);
        Assert.True(status == 200 || orElse.Contains(status), $"{_day} {path} {said.ToJsonString()}: {status} {body.ToJsonString()}");
        if (status == 200 && said["kind"]?.ToString() is not ("undo" or "corrected"))
            _written.Add((batch, (Guid)said["id"]!));
        return status == 200;
    }

    private async Task CarryAsync(Guid from)
    {
        Guid[] places = [house.Glass, house.Porch, house.Lamps];
        var to = places.First(p => p != from);
        var carry = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["to"] = to,
            ["on"] = Today,
            ["myCall"] = true,
        };
        var (status, body) = await house.PostAsync($"places/{from}/carry", carry);
        Assert.True(status is 200 or 409, body.ToJsonString());
        _odd.Add("carry");
    }

    private async Task SplitAsync(Guid batch, JsonNode group, int plants)
    {
        var id = Guid.CreateVersion7();
        var split = new JsonObject
        {
            ["id"] = id,
            ["group"] = (Guid)group["id"]!,
            ["on"] = Today,
            ["seedlings"] = plants,
            ["wanted"] = plants - 1,
            ["hardeningPlaceId"] = house.Stand,
            ["bedId"] = house.Bed,
        };
        var (status, body) = await house.PostAsync($"batches/{batch}/split", split);
        Assert.True(status is 200 or 422, body.ToJsonString());
        if (status != 200)
            return;
        _batches.Add(id);
        _odd.Add("split");
    }

    private async Task MixAsync(Guid batch, JsonNode group)
    {
        var (other, theirs) = (Guid.Empty, (JsonNode?)null);
        foreach (var candidate in _batches.Where(b => b != batch).OrderBy(_ => _chance.Next()))
        {
            theirs = (await house.GetAsync($"batches/{candidate}"))["groups"]!.AsArray().FirstOrDefault(g => (int)g!["seedlings"]! > 0);
            if (theirs is not null)
            {
                other = candidate;
                break;
            }
        }

        if (theirs is null)
            return;
        var mixed = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["on"] = Today,
            ["groups"] = new JsonArray(
                new JsonObject { ["batch"] = batch, ["group"] = (Guid)group["id"]! },
                new JsonObject { ["batch"] = other, ["group"] = (Guid)theirs["id"]! }
            ),
        };
        var (status, body) = await house.PostAsync("identity/mixed", mixed);
        Assert.True(status == 200, body.ToJsonString());
        _odd.Add("mixed");
    }

    /// <summary>One fewer was moved or lost than was written.</summary>
    private async Task CorrectAsync(Guid batch, JsonNode page)
    {
        var entry = page["ledger"]!
            .AsArray()
            .FirstOrDefault(e => (bool)e!["canCorrect"]! && (string)e["kind"]! is "lost" or "out" && (int)e["seedlings"]! > 1);
        if (entry is null)
            return;
        var right = new JsonObject
        {
            ["kind"] = "corrected",
            ["corrects"] = (Guid)entry["id"]!,
            ["seedlings"] = (int)entry["seedlings"]! - 1,
            ["containers"] = Math.Max(0, (int)entry["containers"]! - 1),
            ["newDay"] = (string)entry["happenedOn"]!,
        };
        await LogAsync(batch, right, "corrected");
    }

    /// <summary>Every screen against every other.</summary>
    /// <summary>A server that has seen nothing yet says the same as the one that held what it saw day by day.</summary>
    private async Task CompareFreshAsync()
    {
        await using var server = house.NewServer();
        using var fresh = await house.EnterAsync(house.Owner, server);
        foreach (var path in _batches.Select(b => $"batches/{b}").Concat(["round", "beds", "batches", "sowing", "go", "sale"]))
        {
            var said = await fresh.GetStringAsync(house.Path(path));
            // Asked once more where it differs: the hour may have changed in between.
            if (await house.Client.GetStringAsync(house.Path(path)) != said)
                Assert.Equal(
                    (_day, path, await fresh.GetStringAsync(house.Path(path))),
                    (_day, path, await house.Client.GetStringAsync(house.Path(path)))
                );
        }
    }

    private async Task CompareAsync()
    {
        await CompareFreshAsync();
        var rows = (await house.GetAsync("batches"))["batches"]!.AsArray().ToDictionary(b => (Guid)b!["id"]!);
        var round = await house.GetAsync("round");
        var asked = Cards(round).Concat(round["coming"]!.AsArray().Select(t => t!)).ToLookup(t => (Guid)t["batchId"]!);
        var bench = (await house.GetAsync("sowing"))["groups"]!
            .AsArray()
            .SelectMany(g => g!["batches"]!.AsArray())
            .ToDictionary(b => (Guid)b!["batchId"]!);
        var export = await ExportAsync();
        var inPlaces = new Dictionary<Guid, int>();
        var sown = 0;
        foreach (var batch in _batches)
        {
            var page = await house.GetAsync($"batches/{batch}");
            var row = rows[batch]!;
            var where = $"{_day} {(string)page["code"]!}";
            var groups = page["groups"]!.AsArray().Select(g => g!).ToList();
            // Counts: the page with itself, with the list, with what is exported.
            Assert.Equal((where, groups.Sum(g => (int)g["seedlings"]!)), (where, (int)page["standing"]!));
            foreach (var field in new[] { "standing", "lost", "snipped", "emerged", "seedsSown" })
                Assert.Equal((where, field, (int)page[field]!), (where, field, (int)row[field]!));
            int[] left = [.. new[] { "lost", "snipped", "used", "gone", "parted" }.Select(f => (int)page[f]!)];
            Assert.Equal((where, (int)page["emerged"]!), (where, (int)page["standing"]! + left.Sum()));
            Assert.Equal(
                (where, string.Join(' ', groups.Select(g => $"{g["id"]}:{g["seedlings"]}:{g["containers"]}").Order())),
                (
                    where,
                    string.Join(
                        ' ',
                        export["standing"]
                            .Where(s => (Guid)s["batch_id"]! == batch)
                            .Select(s => $"{s["id"]}:{s["seedlings"]}:{s["containers"]}")
                            .Order()
                    )
                )
            );
            foreach (var group in groups.Where(g => g["containerId"] is not null && page["endedOn"] is null))
                inPlaces[(Guid)group["placeId"]!] = inPlaces.GetValueOrDefault((Guid)group["placeId"]!) + (int)group["seedlings"]!;

            // What comes next: the page, the list, the Round, the bench sheet.
            Assert.Equal((where, page["next"]?.ToJsonString()), (where, row["next"]?.ToJsonString()));
            var cards = asked[batch].ToList();
            if (page["next"] is { } next && DateOnly.Parse((string)next["day"]!) <= _day)
                Assert.Contains(
                    cards,
                    c => (string)c["title"]! == (string)next["title"]! && (Guid)c["step"]!["id"]! == (Guid)next["step"]!["id"]!
                );
            Assert.All(
                cards.Where(c => c["group"] is not null && (string)c["step"]!["kind"]! != "up"),
                c =>
                {
                    var stands = groups.Single(g => (Guid)g["id"]! == (Guid)c["group"]!);
                    Assert.Equal((where, (int)stands["seedlings"]!), (where, (int)c["seedlings"]!));
                    Assert.Equal((where, (Guid)stands["placeId"]!), (where, (Guid)c["placeId"]!));
                }
            );
            if (bench.TryGetValue(batch, out var line))
                Assert.Equal((where, (string)page["next"]!["day"]!), (where, (string)line!["due"]!));
            if ((bool)page["hasTrays"]! && (int)page["seedsSown"]! > 0)
                Assert.Equal((where, (int)page["emerged"]!), (where, (int)(await house.GetAsync($"batches/{batch}/trays"))["emerged"]!));
            if ((string?)page["input"]!["lotId"] == _lot.ToString())
                sown += (int)page["seedsSown"]!;
            var labels = await house.Client.GetAsync(house.Path($"labels.pdf?batch={batch}&format=a4-24&on=pots"));
            var wanted = groups.Any(g => g["containerId"] is not null && (int)g["seedlings"]! > 0 && g["oneOf"] is null);
            Assert.Equal((where, wanted ? 200 : 422), (where, (int)labels.StatusCode));
        }

        foreach (var batch in rows.Keys.Except(_batches))
        {
            foreach (var group in (await house.GetAsync($"batches/{batch}"))["groups"]!.AsArray().Where(g => g!["containerId"] is not null))
                inPlaces[(Guid)group!["placeId"]!] = inPlaces.GetValueOrDefault((Guid)group["placeId"]!) + (int)group["seedlings"]!;
        }

        // A whole place may have been carried that those of an earlier life stand in too.
        Assert.Equal(
            inPlaces.Where(p => p.Value > 0).OrderBy(p => p.Key).Select(p => $"{p.Key} {p.Value}"),
            round["standing"]!
                .AsArray()
                .Where(s => (int)s!["seedlings"]! > 0)
                .OrderBy(s => (Guid)s!["placeId"]!)
                .Select(s => $"{s!["placeId"]} {s["seedlings"]}")
        );
        var packet = (await house.GetAsync("lots")).AsArray().Single(l => (Guid)l!["lot"]!["id"]! == _lot)!;
        Assert.Equal((400 - sown, sown), ((int)packet["left"]!, (int)packet["sown"]!));
    }

    private async Task<Dictionary<string, List<JsonNode>>> ExportAsync()
    {
        using var zip = new ZipArchive(new MemoryStream(await house.Client.GetByteArrayAsync(house.Path("export"))));
        return new[] { "standing" }.ToDictionary(
            t => t,
            t =>
            {
                using var reader = new StreamReader(zip.GetEntry($"json/{t}.json")!.Open());
                return JsonNode.Parse(reader.ReadToEnd())!.AsArray().Select(r => r!).ToList();
            }
        );
    }
}
