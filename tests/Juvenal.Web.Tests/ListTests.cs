using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Batches in a list: a page at a time, found by code, cultivar or crop.</summary>
public class ListTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_list_comes_in_pages_that_fit_together_and_ended_ones_come_last()
    {
        var kept = new List<Guid>();
        for (var i = 0; i < 5; i++)
            kept.Add(await house.KeepAsync(house.Input(cultivar: i == 3 ? house.Pepper : null)));
        Assert.Equal(204, (await house.PutAsync($"batches/{kept[0]}/end", new JsonObject { ["reason"] = "not sown" })).Status);

        var pages = new List<JsonNode>();
        foreach (var skip in new[] { 0, 2, 4 })
            pages.Add(await house.GetAsync($"batches?skip={skip}&take=2"));
        Assert.All(pages, p => Assert.Equal(5, (int)p["total"]!));
        var ids = pages.SelectMany(p => p["batches"]!.AsArray()).Select(b => (Guid)b!["id"]!).ToList();
        Assert.Equal(kept.Order(), ids.Order());
        Assert.Equal(kept[0], ids[^1]);
        // What comes next comes first; of one day, by number.
        var days = pages.SelectMany(p => p["batches"]!.AsArray()).Take(4).Select(b => (string)b!["next"]!["day"]!).ToList();
        Assert.Equal(days.Order(StringComparer.Ordinal), days);
        Assert.Equal([kept[1], kept[2], kept[4]], ids.Where(id => id != kept[3]).Take(3));
        Assert.Equal(0, (int)pages[0]["plants"]!);
        Assert.Empty((await house.GetAsync("batches?skip=5"))["batches"]!.AsArray());

        // Found by any part of code, cultivar or crop, whatever its case; what stands for "anything" elsewhere is a sign like others here.
        Assert.Equal([kept[3]], await FoundAsync("HORN"));
        Assert.Equal([kept[3]], await FoundAsync("pepp"));
        Assert.Equal([kept[4]], await FoundAsync("26-05"));
        Assert.Equal(5, (await FoundAsync(" ")).Count);
        Assert.Empty(await FoundAsync("%"));
        Assert.Empty(await FoundAsync("_"));
        // Of those that are not ended one can be chosen by name.
        Assert.Equal(kept.Skip(1), (await house.GetAsync("batches/names")).AsArray().Select(b => (Guid)b!["id"]!));
    }

    [Theory]
    [InlineData("take=0", "take", "From 1 to 200; 0 was given.")]
    [InlineData("take=201", "take", "From 1 to 200; 201 was given.")]
    [InlineData("skip=-1", "skip", null)]
    [InlineData("find=a%00b", "find", null)]
    public async Task What_no_list_has_is_refused_at_its_field(string query, string field, string? sentence)
    {
        var (status, problem) = await House.AnswerAsync(await house.Client.GetAsync(house.Path("batches?" + query)));
        var said = House.Sentence(problem, field);
        Assert.Equal((422, true), (status, said is not null));
        if (sentence is not null)
            Assert.Equal(sentence, said);
    }

    private async Task<List<Guid>> FoundAsync(string find) =>
        [.. (await house.GetAsync($"batches?find={Uri.EscapeDataString(find)}"))["batches"]!.AsArray().Select(b => (Guid)b!["id"]!)];
}

/// <summary>The Round in pages.</summary>
public class RoundPageTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task The_pages_of_a_round_are_the_walk_and_each_says_what_the_whole_morning_takes()
    {
        for (var i = 0; i < 3; i++)
        {
            var batch = await house.KeepAsync(house.Input(cultivar: i == 1 ? house.Pepper : null));
            await house.LogAsync(batch, house.Sown());
            await house.LogAsync(batch, house.Up(60 + i, "2026-01-27"));
        }
        var unsown = house.Input();
        unsown["locks"] = new JsonObject { ["begin"] = "2026-02-01" };
        await house.KeepAsync(unsown);

        var whole = await house.GetAsync("round");
        var jobs = (int)whole["jobs"]!;
        Assert.True(jobs >= 3);
        Assert.Null(whole["next"]);
        var pages = new List<JsonNode>();
        for (int? skip = 0; skip is not null; skip = (int?)pages[^1]["next"])
            pages.Add(await house.GetAsync($"round?skip={skip}&take=2"));
        Assert.Equal((jobs + 1) / 2, pages.Count);
        Assert.Equal(Tasks(whole), pages.SelectMany(Tasks));
        Assert.All(
            pages,
            p =>
            {
                Assert.Equal(jobs, (int)p["jobs"]!);
                Assert.Equal((int)whole["minutes"]!, (int)p["minutes"]!);
            }
        );
        // What is to be fetched for all of them is told with the first page; nothing of which none is wanted.
        Assert.Equal(whole["pickList"]!.ToJsonString(), pages[0]["pickList"]!.ToJsonString());
        Assert.NotEmpty(whole["pickList"]!.AsArray());
        Assert.All(whole["pickList"]!.AsArray(), l => Assert.True((double)l!["amount"]! > 0, l.ToJsonString()));
        Assert.All(pages.Skip(1), p => Assert.Empty(p["pickList"]!.AsArray()));
        // A place says how much there is to do in it, on this page or not.
        Assert.Equal(
            whole["stops"]!.AsArray().ToDictionary(s => (Guid)s!["placeId"]!, s => s!["tasks"]!.AsArray().Count),
            pages
                .SelectMany(p => p["stops"]!.AsArray())
                .DistinctBy(s => (Guid)s!["placeId"]!)
                .ToDictionary(s => (Guid)s!["placeId"]!, s => (int)s!["jobs"]!)
        );
        foreach (var query in new[] { "skip=-1", "take=0", "take=101" })
            Assert.Equal(422, (await House.AnswerAsync(await house.Client.GetAsync(house.Path("round?" + query)))).Status);

        static IEnumerable<(Guid, Guid, Guid?)> Tasks(JsonNode round) =>
            round["stops"]!
                .AsArray()
                .SelectMany(s => s!["tasks"]!.AsArray())
                .Select(t => ((Guid)t!["batchId"]!, (Guid)t["step"]!["id"]!, (Guid?)t["group"]));
    }
}
