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
        Assert.Equal([kept[1], kept[2], kept[3], kept[4], kept[0]], ids);
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
