using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Npgsql;
using Xunit;
using static Juvenal.Web.Tests.ColdNights;

namespace Juvenal.Web.Tests;

/// <summary>Nobody sends plants out into nights they cannot stand by tapping "done".</summary>
public class ColdTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Hardening_off_into_frost_is_held_said_to_every_role_and_goes_by_ones_own_word_alone()
    {
        var batch = await ReadyToHardenAsync(house);
        await ForecastAsync(house, Day, -3.5, 2, 8, 9, -4, 9, 9, 9, 9, 9);
        var card = await CardAsync(house, batch);
        Assert.Equal(
            ("harden", "hold", true),
            (House.Did(card["step"]), (string)card["cold"]!["verdict"]!, (bool)card["cold"]!["freezes"]!)
        );
        Assert.Equal("Hold: −3.5 °C tonight, −5 °C on Wed night, 1 more below 7 °C.", (string)card["cold"]!["text"]!);
        // Where it is asked whether they are ready, that is half the answer; of plants that are not, nobody asks for the nights.
        Assert.Equal("They are ready; the weather is not.", await MovingTitleAsync(batch, leaves: 9));
        Assert.StartsWith("Wait until ", await MovingTitleAsync(batch, leaves: 1), StringComparison.Ordinal);

        // The helper sees the nights, and the same verdict.
        var helper = await house.EnterAsync(await house.AddAsync("Cold helper", Role.Helper));
        var theirs = JsonNode.Parse(await helper.GetStringAsync(house.Path("round")))!;
        Assert.Equal(("forecast", -3.5), ((string)theirs["nights"]!["known"]!, (double)theirs["nights"]!["nights"]![0]!["lowC"]!));

        var done = Done(card);
        var (status, problem) = await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "harden")}/done", done.DeepClone());
        Assert.Equal((409, "cold"), (status, (string)problem["code"]!));
        Assert.Equal("harden", House.Did((await CardAsync(house, batch))["step"]));

        // What happened yesterday has happened: the nights ahead do not unmake it.
        var yesterday = (JsonObject)done.DeepClone();
        yesterday["id"] = Guid.CreateVersion7();
        yesterday["happenedOn"] = "2026-05-15";
        yesterday["count"] = 5;
        Assert.Equal(200, (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "harden")}/done", yesterday)).Status);

        var call = Done(await CardAsync(house, batch));
        await ForecastAsync(house, Day, 9, 9, 9, 9, 9, 9, 9, 9, 9, 9);
        Assert.Equal("Yes, today.", await MovingTitleAsync(batch, leaves: 9));
        await ForecastAsync(house, Day, -3.5, 2, 8, 9, -4, 9, 9, 9, 9, 9);

        call["myCall"] = true;
        Assert.Equal(200, (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "harden")}/done", call)).Status);
        Assert.Contains(
            "my call, nights down to −5 °C",
            (await house.GetAsync($"batches/{batch}"))["ledger"]!.AsArray().Select(e => (string?)e!["reason"])
        );
    }

    private async Task<string> MovingTitleAsync(Guid batch, int leaves) =>
        (string)(await house.PostAsync($"batches/{batch}/moving", new JsonObject { ["leaves"] = leaves })).Body["title"]!;

    [Fact]
    public async Task All_of_a_place_goes_out_into_frost_by_ones_own_word_alone()
    {
        var batch = await ReadyToHardenAsync(house);
        await ForecastAsync(house, Day, -3.5, 2, 8, 9, -4, 9, 9, 9, 9, 9);
        var carry = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["to"] = house.Stand,
            ["on"] = "2026-05-16",
        };
        var (status, problem) = await house.PostAsync($"places/{house.Glass}/carry", carry.DeepClone());
        Assert.Equal((409, "cold"), (status, (string)problem["code"]!));
        Assert.Equal(house.Glass, (Guid)(await house.GetAsync($"batches/{batch}"))["groups"]![0]!["placeId"]!);
        // Into another house nobody is asked.
        var inside = (JsonObject)carry.DeepClone();
        (inside["id"], inside["to"]) = (Guid.CreateVersion7(), house.Porch);
        Assert.Equal(200, (await house.PostAsync($"places/{house.Glass}/carry", inside)).Status);
        carry["myCall"] = true;
        Assert.Equal(200, (await house.PostAsync($"places/{house.Porch}/carry", carry)).Status);
        Assert.Equal(house.Stand, (Guid)(await house.GetAsync($"batches/{batch}"))["groups"]![0]!["placeId"]!);
    }

    [Fact]
    public async Task What_is_in_by_night_is_not_out_in_the_cold()
    {
        var pair = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["version"] = 0,
            ["name"] = "Out by day, in by night",
            ["kind"] = "pair",
            ["walkOrder"] = 45,
            ["dayC"] = null,
            ["nightC"] = null,
            ["soilC"] = null,
            ["dayPlaceId"] = house.Stand,
            ["nightPlaceId"] = house.Glass,
        };
        Assert.Equal(204, (await house.PutAsync("places", pair.DeepClone())).Status);
        await ReadyToHardenAsync(house);
        await ForecastAsync(house, Day, -3.5, 2, 8, 9, -4, 9, 9, 9, 9, 9);
        var carry = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["to"] = (Guid)pair["id"]!,
            ["on"] = "2026-05-16",
        };
        Assert.Equal(200, (await house.PostAsync($"places/{house.Glass}/carry", carry)).Status);
        // The other way round they are out in every night.
        var inside = (Guid)pair["id"]!;
        (pair["id"], pair["name"]) = (Guid.CreateVersion7(), "In by day, out by night");
        (pair["dayPlaceId"], pair["nightPlaceId"]) = (house.Glass, house.Stand);
        Assert.Equal(204, (await house.PutAsync("places", pair.DeepClone())).Status);
        (carry["id"], carry["to"]) = (Guid.CreateVersion7(), (Guid)pair["id"]!);
        var (status, problem) = await house.PostAsync($"places/{inside}/carry", carry);
        Assert.Equal((409, "cold"), (status, (string)problem["code"]!));
    }

    [Fact]
    public async Task Plants_to_spare_are_proposed_as_the_house_has_it_and_are_no_loss()
    {
        var batch = await ReadyToHardenAsync(house);
        await ForecastAsync(house, new DateOnly(2026, 6, 1), 12, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        await SpareAsync("give");
        var stands = (await house.GetAsync($"batches/{batch}"))["groups"]![0]!;
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "moved",
                ["stage"] = "harden",
                ["group"] = (Guid)stands["id"]!,
                ["from"] = house.Group(house.Glass, pot: true),
                ["to"] = house.Group(house.Stand, pot: true),
                ["seedlings"] = 70,
                ["happenedOn"] = "2026-05-16",
            }
        );
        await house.WindToAsync(new(2026, 6, 2));
        var card = await CardAsync(house, batch);
        Assert.Equal(
            ("plant-out", 60, 10, "given"),
            (House.Did(card["step"]), (int)card["count"]!, (int)card["spare"]!, (string)card["leftover"]!)
        );
        var done = Call(card);
        (done["happenedOn"], done["rest"]) = ("2026-06-02", "given");
        var (status, body) = await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "plant-out")}/done", done);
        Assert.True(status == 200, body.ToJsonString());
        var page = await house.GetAsync($"batches/{batch}");
        Assert.Equal((60, 10, 0), ((int)page["standing"]!, (int)page["gone"]!, (int)page["lost"]!));
        Assert.Null(page["next"]?["step"]?["kind"]?.ToString() == "plant-out" ? page["next"] : null);
        await SpareAsync("plant");

        async Task SpareAsync(string how)
        {
            var now = await house.GetAsync("rules");
            var all = (JsonObject)now["rules"]!.DeepClone();
            all["spares"] = how;
            Assert.Equal(
                200,
                (await house.PutAsync("rules", new JsonObject { ["version"] = (int)now["version"]!, ["rules"] = all })).Status
            );
        }
    }

    [Fact]
    public async Task Mild_nights_let_them_go_and_old_forecasts_are_trusted_less_until_they_end()
    {
        var batch = await ReadyToHardenAsync(house);
        await ForecastAsync(house, Day, 8, 10, 10, 10, 10, 10, 10, 10, 10, 10);
        Assert.Equal("go", (string)(await CardAsync(house, batch))["cold"]!["verdict"]!);
        // Three days old: its fourth night is tonight, and what is a week away counts three degrees lower.
        await ForecastAsync(house, Day.AddDays(-3), 8, 9, 9, 9, 9, 9, 9, 9, 9, 9, 9, 9, 9);
        Assert.Equal("hold", (string)(await CardAsync(house, batch))["cold"]!["verdict"]!);
        await ForecastAsync(house, Day.AddDays(-3), 10, 10, 10, 10, 10, 10, 10, 10, 10, 10, 10, 10, 10);
        Assert.Equal("go", (string)(await CardAsync(house, batch))["cold"]!["verdict"]!);
        // It has ended, and no record to fall back on: nothing is known, and that is said.
        await ForecastAsync(house, Day.AddDays(-7), 12, 12, 12, 12, 12, 12, 12);
        var card = await CardAsync(house, batch);
        Assert.Equal("unknown", (string)card["cold"]!["verdict"]!);
        Assert.StartsWith("No forecast here", (string)card["cold"]!["text"]!, StringComparison.Ordinal);
        // With a record its cold night is taken: 1 in 10 of early May was under it.
        await RecordAsync();
        card = await CardAsync(house, batch);
        Assert.Equal("hold", (string)card["cold"]!["verdict"]!);
        Assert.Equal("record", (string)(await house.GetAsync("round"))["nights"]!["known"]!);
        Assert.Equal(200, (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "harden")}/done", Call(card))).Status);
    }

    [Fact]
    public async Task A_forecast_stays_as_it_was_made_when_the_next_one_comes()
    {
        var before = await MadeAsync();
        await ForecastAsync(house, new(2026, 3, 1), 1, 2, 3, 4, 5, 6, 7, 8, 9, 10);
        await ForecastAsync(house, new(2026, 3, 2), 11, 12, 13, 14, 15, 16, 17, 18, 19, 20);
        // The same day again: what was said first stays.
        await ForecastAsync(house, new(2026, 3, 2), 0, 0, 0);
        Assert.Equal((before.Forecasts + 2, before.Days + 20), await MadeAsync());

        async Task<(long Forecasts, long Days)> MadeAsync()
        {
            await using var connection = new NpgsqlConnection(house.Cluster.OwnerOf(house.DatabaseName));
            await connection.OpenAsync();
            const string made = "select count(distinct made_on), count(*) from forecast_made where nursery_id = $1";
            await using var command = new NpgsqlCommand(made, connection);
            command.Parameters.AddWithValue(house.Nursery);
            await using var reader = await command.ExecuteReaderAsync();
            await reader.ReadAsync();
            return (reader.GetInt64(0), reader.GetInt64(1));
        }
    }

    [Fact]
    public async Task A_fixed_planting_keeps_its_frost_sentence_when_it_has_passed_and_when_it_was_put_off()
    {
        await house.WindToAsync(House.Today);
        var input = house.Input();
        input["locks"] = new JsonObject { ["plantOut"] = "2026-04-20" };
        var batch = await house.KeepAsync(input);
        Assert.Contains("still freezes", await ConflictAsync(batch), StringComparison.Ordinal);
        await house.WindToAsync(new(2026, 4, 24));
        Assert.Contains("has passed", await ConflictAsync(batch), StringComparison.Ordinal);
        Assert.Contains("still freezes", await ConflictAsync(batch), StringComparison.Ordinal);
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "not-yet",
                ["stage"] = "plant-out",
                ["newDay"] = "2026-04-28",
                ["reason"] = "cold",
                ["happenedOn"] = "2026-04-24",
            }
        );
        Assert.Contains("Put off from Mon 20 Apr", await ConflictAsync(batch), StringComparison.Ordinal);
        Assert.Contains("still freezes", await ConflictAsync(batch), StringComparison.Ordinal);
    }

    /// <summary>The card asks what the windows were made of: nights alone do not open a bed.</summary>
    [Fact]
    public async Task Warm_nights_over_cold_soil_hold_a_planting_and_the_card_says_so()
    {
        var batch = await ReadyToHardenAsync(house);
        await house.Database.ActAsync(
            house.Nursery,
            null,
            Touches.Inputs,
            async n =>
            {
                await new RecordStore(n).PutAsync([.. Springs()], imported: true, default);
                await new RecordWriter(n).RecomputeAsync(await new SiteStore(n).GetAsync(default), default);
            },
            default
        );
        var out_ = new JsonObject
        {
            ["kind"] = "moved",
            ["stage"] = "harden",
            ["from"] = house.Group(house.Glass, pot: true),
            ["to"] = house.Group(house.Stand, pot: true),
            ["seedlings"] = 70,
            ["happenedOn"] = "2026-05-16",
        };
        Assert.Equal(200, (await house.LogAsync(batch, out_)).Status);
        // Fixed to a day on which the windows are still shut.
        var page = await house.GetAsync($"batches/{batch}");
        var fix = new JsonObject { ["version"] = (int)page["version"]!, ["day"] = "2026-05-28" };
        Assert.Equal(204, (await house.PutAsync($"batches/{batch}/steps/{House.Step(batch, "plant-out")}/lock", fix)).Status);
        // In September spring's frost is no question any more: the nights alone are asked.
        await house.WindToAsync(new(2026, 9, 5));
        await ForecastAsync(house, new(2026, 9, 5), 13, 13, 13, 13, 13, 13, 13, 13, 13, 13);
        Assert.Equal("go", (string)(await CardAsync(house, batch))["cold"]!["verdict"]!);
        await house.WindToAsync(new(2026, 5, 28));
        await ForecastAsync(house, new(2026, 5, 28), 13, 13, 13, 13, 13, 13, 13, 13, 13, 13);
        var card = await CardAsync(house, batch);
        Assert.Equal(("plant-out", "hold"), (House.Did(card["step"]), (string)card["cold"]!["verdict"]!));
        var text = (string)card["cold"]!["text"]!;
        Assert.StartsWith("Hold: soil ", text, StringComparison.Ordinal);
        Assert.Contains("13 °C wanted", text, StringComparison.Ordinal);
        var done = Done(card);
        done["happenedOn"] = "2026-05-28";
        Assert.Equal(409, (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "plant-out")}/done", done.DeepClone())).Status);
        done["myCall"] = true;
        Assert.Equal(200, (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "plant-out")}/done", done)).Status);
        Assert.Contains(
            "my call, for soil, hardening",
            (await house.GetAsync($"batches/{batch}"))["ledger"]!.AsArray().Select(e => (string?)e!["reason"])
        );
        // The others have no record.
        await house.Database.ActAsync(
            house.Nursery,
            null,
            Touches.Inputs,
            async n =>
            {
                await new RecordStore(n).ForgetAsync(all: true, default);
                await new RecordWriter(n).RecomputeAsync(await new SiteStore(n).GetAsync(default), default);
            },
            default
        );

        // Twelve cold springs without a freeze after April, and one that runs as cold until today.
        static IEnumerable<Core.Site.WeatherDay> Springs()
        {
            for (var day = new DateOnly(2014, 1, 1); day < new DateOnly(2026, 5, 28); day = day.AddDays(1))
            {
                var warm = 2 - (14 * Math.Cos(2 * Math.PI * (day.DayOfYear - 20) / 365));
                yield return new(day, Math.Round(warm - 3, 1), Math.Round(warm + 3, 1));
            }
        }
    }

    private async Task<string> ConflictAsync(Guid batch) =>
        (string?)
            (await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().Single(s => House.Did(s!["step"]) == "plant-out")!["conflict"]
        ?? "";

    private Task RecordAsync() =>
        house.Database.ActAsync(
            house.Nursery,
            null,
            Touches.Inputs,
            n =>
                new RecordStore(n).PutAsync(
                    [
                        .. from year in Enumerable.Range(2015, 10)
                        from i in Enumerable.Range(0, 30)
                        select new Core.Site.WeatherDay(new DateOnly(year, 4, 28).AddDays(i), (i % 10) + 1, 18),
                    ],
                    imported: true,
                    default
                ),
            default
        );
}
