using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Site;
using Juvenal.Web.Hosting;
using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Places, containers, cultivars, the clock, and the first nursery.</summary>
public class HouseTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_cultivar_is_added_changed_and_removed()
    {
        var row = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["version"] = 0,
            ["name"] = "Made-up Plum",
            ["crop"] = "tomato",
            ["group"] = "tomato",
            ["habit"] = "half-bush",
            ["daysToRipe"] = 74,
            ["origin"] = "hybrid",
            ["note"] = null,
            ["tags"] = new JsonArray("leaf mould"),
        };
        Assert.Equal(204, (await house.PutAsync("cultivars", row.DeepClone())).Status);
        Assert.Equal(
            "Another one has this name.",
            House.Sentence((await house.PutAsync("cultivars", With(row, "id", Guid.CreateVersion7()))).Body, "name")
        );
        Assert.Equal(204, (await house.PutAsync("cultivars", With(With(row, "version", 1), "daysToRipe", 80))).Status);
        var stored = (await house.GetAsync("catalogue"))["cultivars"]!.AsArray().Single(c => (string)c!["name"]! == "Made-up Plum")!;
        Assert.Equal((2, 80, "half-bush"), ((int)stored["version"]!, (int)stored["daysToRipe"]!, (string)stored["habit"]!));
        Assert.Equal(HttpStatusCode.NoContent, (await house.Client.DeleteAsync(house.Path($"cultivars/{stored["id"]}"))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await house.Client.DeleteAsync(house.Path($"cultivars/{stored["id"]}"))).StatusCode);
    }

    [Theory]
    [InlineData(
        "cultivars",
        """{"name":" ","crop":"tomato","group":"tomato","habit":"tall","daysToRipe":74,"origin":"unknown","note":null,"tags":[]}""",
        "name",
        "Give it a name."
    )]
    [InlineData(
        "cultivars",
        """{"name":"X","crop":"tomato","group":"chinense","habit":"tall","daysToRipe":74,"origin":"unknown","note":null,"tags":[]}""",
        "group",
        "This species group belongs to the other crop."
    )]
    [InlineData(
        "cultivars",
        """{"name":"X","crop":"pepper","group":"annuum","habit":"tall","daysToRipe":7,"origin":"unknown","note":null,"tags":[]}""",
        "daysToRipe",
        "From 30 to 200; 7 was given."
    )]
    [InlineData(
        "places",
        """{"name":"X","kind":"house","walkOrder":1,"dayC":15,"nightC":20,"soilC":null}""",
        "nightC",
        "Night is warmer than day: change them round?"
    )]
    [InlineData(
        "places",
        """{"name":"X","kind":"house","walkOrder":1,"dayC":null,"nightC":null,"soilC":null}""",
        "dayC",
        "Say how warm it is: day and night."
    )]
    [InlineData(
        "places",
        """{"name":"X","kind":"mat","walkOrder":1,"dayC":20,"nightC":15,"soilC":95}""",
        "soilC",
        "From -30 to 50; 95 was given."
    )]
    [InlineData(
        "containers",
        """{"name":"X","litres":0,"cells":72,"final":false,"form":"tray","rowCells":null}""",
        "litres",
        "One holds 5 mL (0.2 fl oz) to 100 L (26.42 gal)."
    )]
    [InlineData(
        "containers",
        """{"name":"X","litres":1,"cells":null,"final":false,"form":"tray","rowCells":null}""",
        "cells",
        "Say how many: a tray has cells, a row tray has places for seed."
    )]
    [InlineData(
        "containers",
        """{"name":"X","litres":1,"cells":72,"final":false,"form":"pot","rowCells":null}""",
        "cells",
        "A single pot has no cells: leave it empty."
    )]
    [InlineData(
        "containers",
        """{"name":"X","litres":1,"cells":72,"final":false,"form":"tray","rowCells":7}""",
        "rowCells",
        "Rows of 7 do not fill 72 cells."
    )]
    [InlineData(
        "cultivars",
        """{"name":"X","crop":"pepper","group":"annuum","habit":"tall","daysToRipe":70,"origin":"unknown","note":null,"tags":[""]}""",
        "tags",
        "Each has 1 to 30 letters; a comma parts them."
    )]
    [InlineData(
        "containers",
        """{"name":"X","litres":1,"cells":0,"final":false,"form":"tray","rowCells":null}""",
        "cells",
        "From 1 to 1,000; 0 was given."
    )]
    public async Task What_cannot_be_is_refused_at_its_field(string what, string json, string field, string sentence)
    {
        var row = (JsonObject)JsonNode.Parse(json)!;
        row["id"] = Guid.CreateVersion7();
        row["version"] = 0;
        var (status, problem) = await house.PutAsync(what, row);
        Assert.Equal((422, sentence), (status, House.Sentence(problem, field)));
    }

    [Fact]
    public async Task A_place_made_too_cold_keeps_the_last_plan_and_says_so()
    {
        var batch = await house.KeepAsync(house.Input());
        var mat = (await house.GetAsync("catalogue"))["places"]!.AsArray().Single(p => (Guid)p!["id"]! == house.Mat)!.DeepClone();
        var before = await house.GetAsync($"batches/{batch}");
        Assert.Equal(204, (await house.PutAsync("places", With(With(With((JsonObject)mat, "soilC", 8), "dayC", 9), "nightC", 5))).Status);
        var after = await house.GetAsync($"batches/{batch}");
        Assert.Contains("too cold to come up", (string)after["failures"]![0]!);
        Assert.Equal(before["steps"]!.ToJsonString(), after["steps"]!.ToJsonString());
        var warm = (JsonObject)mat.DeepClone();
        warm["version"] = (int)mat["version"]! + 1;
        Assert.Equal(204, (await house.PutAsync("places", warm)).Status);
        Assert.Empty((await house.GetAsync($"batches/{batch}"))["failures"]!.AsArray());
    }

    [Fact]
    public async Task Two_people_change_the_site_and_the_second_is_told()
    {
        var input = (JsonObject)(await house.GetAsync("site"))["input"]!.DeepClone();
        Assert.Equal(200, (await house.PutAsync("site", With(input, "units", "us"))).Status);
        var (status, problem) = await house.PutAsync("site", With(input, "units", "metric"));
        Assert.Equal((409, "changed-meanwhile"), (status, (string)problem["code"]!));
        Assert.Equal("us", (string)(await house.GetAsync("site"))["input"]!["units"]!);
        var now = (JsonObject)(await house.GetAsync("site"))["input"]!.DeepClone();
        // In °F the reasons are, too.
        var (_, plan) = await house.PostAsync("plan", house.Input());
        Assert.Contains("77 °F", (string)plan["steps"]![1]!["why"]![0]!["text"]!);
        Assert.Equal(200, (await house.PutAsync("site", With(now, "units", "metric"))).Status);
        Assert.Contains(
            "is no time zone",
            House.Sentence(
                (await house.PutAsync("site", With(With(now, "version", (int)now["version"]! + 1), "timeZone", "Moon/Base"))).Body,
                "timeZone"
            )
        );
    }

    [Fact]
    public async Task The_clock_of_a_demo_is_wound_and_the_real_one_is_not()
    {
        var (status, _) = await house.PostAsync("clock", new JsonObject { ["days"] = 3 });
        Assert.Equal(200, status);
        Assert.Equal("2026-02-04", (string)(await house.GetAsync("round"))["today"]!);
        await house.WindToAsync(House.Today);
        Assert.Equal(
            "From 1 to 60; 0 was given.",
            House.Sentence((await house.PostAsync("clock", new JsonObject { ["days"] = 0 })).Body, "days")
        );

        var name = await house.Cluster.NewDatabaseAsync();
        await FirstNursery.OpenAsync(house.Cluster.WebOf(name), "My nursery");
        await FirstNursery.OpenAsync(house.Cluster.WebOf(name), "My nursery");
        await using var source = NpgsqlDataSource.Create(house.Cluster.WebOf(name));
        var database = new Store.Database(source);
        var only = Assert.Single(await database.EveryNurseryAsync(default));
        await using var writing = await database.WriteAsync(only, default);
        await Assert.ThrowsAsync<Store.Nurseries.RefusedException>(() => new SiteStore(writing).WindToAsync(House.Today, default));
    }

    /// <summary>At 23:30 UTC on 17 April it is already the 18th in Vienna and still the 17th in New York.</summary>
    [Theory]
    [InlineData("Europe/Vienna", 18)]
    [InlineData("America/New_York", 17)]
    [InlineData("Etc/UTC", 17)]
    public void The_day_is_the_nurserys_own(string zone, int day) =>
        Assert.Equal(
            new DateOnly(2026, 4, day),
            new SiteRow(1, zone, 47, null, false, null).Today(new Stopped(new(2026, 4, 17, 23, 30, 0, TimeSpan.Zero)))
        );

    [Fact]
    public async Task The_first_owner_comes_by_the_link_of_the_start_command_and_finds_an_empty_nursery()
    {
        var name = await house.Cluster.NewDatabaseAsync();
        var link = (await FirstNursery.OpenAsync(house.Cluster.WebOf(name), "My nursery"))!;
        await using var server = House.ServerOn(house.Cluster.WebOf(name));
        var client = server.CreateClient();
        Assert.Empty((await House.TokenAsync(client))["nurseries"]!.AsArray());
        var joined = await client.PostAsJsonAsync(
            "/api/invitation/join",
            new
            {
                secret = link.Split('#')[1],
                name = "First owner",
                password = House.Password,
            }
        );
        Assert.Equal(HttpStatusCode.OK, joined.StatusCode);
        var session = await House.TokenAsync(client);
        Assert.Equal(("First owner", "owner"), ((string)session["name"]!, (string)session["nurseries"]![0]!["role"]!));
        // Now that somebody owns it, no further link is given.
        Assert.Null(await FirstNursery.OpenAsync(house.Cluster.WebOf(name), "My nursery"));
        var id = (string)session["nurseries"]![0]!["id"]!;
        var round = await client.GetFromJsonAsync<JsonNode>($"/api/nurseries/{id}/round");
        Assert.Equal("site", (string)round!["missing"]!);
        var site = await client.GetFromJsonAsync<JsonNode>($"/api/nurseries/{id}/site");
        Assert.False((bool)site!["demoClock"]!);
        var view = await client.GetFromJsonAsync<JsonNode>($"/api/nurseries/{id}/site/view");
        Assert.Equal((true, 0), ((bool)view!["missing"]!, view["windows"]!.AsArray().Count));
    }

    [Fact]
    public async Task The_server_says_that_it_lives_and_is_ready()
    {
        Assert.Equal(HttpStatusCode.OK, (await house.Client.GetAsync("/healthz")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await house.Client.GetAsync("/readyz")).StatusCode);
        var document = (await house.Client.GetFromJsonAsync<JsonNode>("/openapi/v1.json"))!;
        Assert.True(document["paths"]!.AsObject().Count >= 20);
        var numbers = document["components"]!["schemas"]!["UnitsInput"]!["properties"]!["value"]!;
        Assert.Equal("number", (string)numbers["type"]!);
    }

    private static JsonObject With(JsonObject row, string field, JsonNode value)
    {
        var changed = (JsonObject)row.DeepClone();
        changed[field] = value;
        return changed;
    }

    private sealed class Stopped(DateTimeOffset at) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => at;
    }
}
