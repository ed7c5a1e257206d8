using System.Text.Json.Nodes;
using Juvenal.Core.Places;
using Juvenal.Store.Accounts;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>The first evening: places of every kind with their usual warmth, several cultivars, and their plans kept together.</summary>
public class StartTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Places_of_every_kind_come_with_their_warmth_and_cultivars_with_their_days()
    {
        await house.WindToAsync(House.Today);
        var kinds = PlaceType.All.Select(t => t.Kind).Where(k => k != PlaceKind.Pair).ToList();
        var places = new JsonArray([
            .. kinds.Select(k => new JsonObject
            {
                ["name"] = $"New {k}",
                ["kind"] = Word(k),
                ["unheated"] = false,
                ["surface"] = null,
            }),
            new JsonObject
            {
                ["name"] = "Left to the weather",
                ["kind"] = "house",
                ["unheated"] = true,
                ["surface"] = null,
            },
            // It is there already: it stays as it is.
            new JsonObject
            {
                ["name"] = "mat",
                ["kind"] = "sill",
                ["unheated"] = false,
                ["surface"] = null,
            },
        ]);
        var cultivars = new JsonArray(
            new JsonObject
            {
                ["name"] = "First Evening",
                ["group"] = "tomato",
                ["habit"] = "dwarf",
                ["fruit"] = null,
            },
            new JsonObject
            {
                ["name"] = "Second Evening",
                ["group"] = "chinense",
                ["habit"] = "bush",
                ["fruit"] = "hot",
            }
        );
        var (status, body) = await house.PostAsync("start", Start(places, cultivars));
        Assert.True(status == 200, body.ToJsonString());
        var catalogue = await house.GetAsync("catalogue");
        var there = catalogue["places"]!.AsArray().ToDictionary(p => (string)p!["name"]!, p => p!);
        foreach (var kind in kinds)
        {
            var (type, place) = (PlaceType.Of(kind), there[$"New {kind}"]);
            Assert.Equal(type.DayC, (double?)place["dayC"]);
            Assert.Equal(type is { DayC: null, Sky: not null }, (bool)place["follows"]!);
        }

        Assert.Equal((null, true), ((double?)there["Left to the weather"]["dayC"], (bool)there["Left to the weather"]["follows"]!));
        Assert.Equal("mat", (string)there["Mat"]["kind"]!);
        var ids = body["cultivars"]!.AsArray().Select(c => (string)c!).ToList();
        Assert.Equal([55, 100], ids.Select(i => (int)catalogue["ripe"]![i]!));

        // Sent again, nothing is there twice.
        Assert.Equal(ids, (await house.PostAsync("start", Start(places, cultivars))).Body["cultivars"]!.AsArray().Select(c => (string)c!));
        Assert.Equal(there.Count, (await house.GetAsync("catalogue"))["places"]!.AsArray().Count);
    }

    [Fact]
    public async Task What_cannot_be_is_said_at_its_line_and_nothing_of_it_is_kept()
    {
        var places = new JsonArray(
            new JsonObject
            {
                ["name"] = "Half set up",
                ["kind"] = "sill",
                ["unheated"] = false,
                ["surface"] = null,
            }
        );
        var wrong = new JsonArray(
            new JsonObject
            {
                ["name"] = "Fine",
                ["group"] = "tomato",
                ["habit"] = "tall",
                ["fruit"] = "large",
            },
            new JsonObject
            {
                ["name"] = "Odd",
                ["group"] = "tomato",
                ["habit"] = "tall",
                ["fruit"] = "green",
            }
        );
        var (status, body) = await house.PostAsync("start", Start(places, wrong));
        Assert.Equal((422, "cultivars[1].fruit"), (status, Assert.Single(body["errors"]!.AsObject()).Key));
        Assert.DoesNotContain((await house.GetAsync("catalogue"))["places"]!.AsArray(), p => (string)p!["name"]! == "Half set up");
    }

    [Fact]
    public async Task Several_batches_are_looked_at_in_a_line_each_and_kept_together_or_not_at_all()
    {
        await house.WindToAsync(House.Today);
        JsonObject[] inputs = [house.Input(20), house.Input(30, cultivar: house.Pepper)];
        var lines = (await house.PostAsync("plan/several", Inputs(inputs))).Body.AsArray();
        Assert.Equal(2, lines.Count);
        var alone = (await house.PostAsync("plan", inputs[1].DeepClone())).Body;
        Assert.Equal((string)alone["version"]!, (string)lines[1]!["version"]!);
        Assert.Equal((int)alone["quantity"]!["cells"]!, (int)lines[1]!["cells"]!);

        // One of them is not what was shown: none is kept.
        var before = (int)(await house.GetAsync("batches"))["total"]!;
        Assert.Equal(409, (await KeepAsync((string)lines[0]!["version"]!, "other")).Status);
        Assert.Equal(before, (int)(await house.GetAsync("batches"))["total"]!);
        var (status, kept) = await KeepAsync((string)lines[0]!["version"]!, (string)lines[1]!["version"]!);
        Assert.True(status == 200, kept.ToJsonString());
        Assert.Equal(before + 2, (int)(await house.GetAsync("batches"))["total"]!);
        var needs = (await house.GetAsync("needs"))["list"]!.AsArray();
        Assert.Contains(needs, n => (string)n!["kind"]! == "pots");
        Assert.Contains(needs, n => (string)n!["kind"]! == "seed");

        // What cannot be planned says so in its line; the others have theirs.
        var cold = house.Input(20);
        cold["germinationPlaceId"] = Guid.CreateVersion7();
        var mixed = (await house.PostAsync("plan/several", Inputs(house.Input(20), cold))).Body.AsArray();
        Assert.NotNull(mixed[0]!["version"]);
        Assert.Null(mixed[1]!["version"]);
        Assert.NotEmpty(mixed[1]!["failures"]!.AsArray());
        Assert.Equal(422, (await house.PostAsync("plan/several", Inputs())).Status);
        Assert.Equal(422, (await house.PostAsync("plan/several", Inputs([.. Enumerable.Range(0, 61).Select(_ => house.Input())]))).Status);

        var helper = await house.EnterAsync(await house.AddAsync("Evening helper", Role.Helper));
        Assert.Equal(System.Net.HttpStatusCode.OK, (await helper.GetAsync(house.Path("needs"))).StatusCode);

        Task<(int Status, JsonNode Body)> KeepAsync(params string[] shown) =>
            house.PostAsync(
                "batches/several",
                new JsonObject
                {
                    ["batches"] = new JsonArray([
                        .. inputs
                            .Zip(shown)
                            .Select(b => new JsonObject
                            {
                                ["id"] = Guid.CreateVersion7(),
                                ["input"] = b.First.DeepClone(),
                                ["shown"] = b.Second,
                            }),
                    ]),
                }
            );
    }

    [Fact]
    public async Task What_stands_already_is_taken_in_with_the_others()
    {
        await house.WindToAsync(House.Today);
        var input = house.Input(18);
        (input["trayId"], input["germinationPlaceId"], input["seedlingPlaceId"]) = (house.Pot, house.Glass, house.Glass);
        input["moves"] = new JsonArray();
        input["germination"] = 1;
        input["start"] = new JsonObject { ["kind"] = "standing", ["leaves"] = 4 };
        var line = (await house.PostAsync("plan/several", Inputs(input))).Body[0]!;
        // It was not sown late, and needs no seed.
        Assert.DoesNotContain(line["warnings"]!.AsArray(), w => ((string)w!).Contains("later than best", StringComparison.Ordinal));
        var id = Guid.CreateVersion7();
        var batch = new JsonObject
        {
            ["id"] = id,
            ["input"] = input.DeepClone(),
            ["shown"] = (string)line["version"]!,
            ["standing"] = new JsonObject
            {
                ["seedlings"] = 18,
                ["containers"] = 19,
                ["potSince"] = "2026-01-10",
            },
        };
        var several = new JsonObject { ["batches"] = new JsonArray(batch) };
        var (refused, problem) = await house.PostAsync("batches/several", several);
        Assert.True(
            (refused, House.Sentence(problem, "batches[0].standing.containers") is not null) == (422, true),
            problem.ToJsonString()
        );
        batch["standing"]!["containers"] = 18;
        Assert.Equal(200, (await house.PostAsync("batches/several", several)).Status);
        Assert.Equal(18, (int)(await house.GetAsync($"batches/{id}"))["standing"]!);
    }

    private static JsonObject Inputs(params JsonObject[] inputs) =>
        new() { ["inputs"] = new JsonArray([.. inputs.Select(i => i.DeepClone())]) };

    private static JsonObject Start(JsonArray places, JsonArray cultivars) =>
        new()
        {
            ["site"] = null,
            ["places"] = places.DeepClone(),
            ["cultivars"] = cultivars.DeepClone(),
        };

    private static string Word(PlaceKind kind) => System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName(kind.ToString());
}
