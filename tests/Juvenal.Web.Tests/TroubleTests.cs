using System.Net;
using System.Text.Json.Nodes;
using Juvenal.Core.Troubles;
using Juvenal.Web.Words;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>What is wrong to see: its causes, a note of it, and how it goes on.</summary>
public class TroubleTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_sign_is_ranked_noted_asked_after_and_closed()
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(house.Input());
        await house.LogAsync(batch, house.Sown(72, "2026-01-05"));
        await house.LogAsync(batch, house.Up(60, "2026-01-15"));
        var plain = await CausesAsync(batch, "fallen");
        Assert.Equal("Fallen over in the tray", (string)plain["title"]!);
        Assert.Equal("Is the neck thin, brown, rotten?", (string)plain["tells"]!["text"]!);
        var sound = await CausesAsync(batch, "fallen", ("neck-rotten", false));
        Assert.Equal("Beaten flat by water", (string)sound["causes"]![0]!["title"]!);
        Assert.Equal("Is the neck thin, brown, rotten? No.", (string)sound["causes"]![0]!["for"]![0]!);
        Assert.Null(sound["tells"]);

        var note = Guid.CreateVersion7();
        var input = Note(note, "fallen", "back row", ("neck-rotten", false));
        Assert.Equal(204, (await house.PostAsync($"batches/{batch}/notes", input)).Status);
        // Sent again it is the same one.
        Assert.Equal(204, (await house.PostAsync($"batches/{batch}/notes", input.DeepClone())).Status);
        var kept = Assert.Single((await house.GetAsync($"batches/{batch}/notes")).AsArray())!;
        Assert.Equal(("back row", true, false), ((string)kept["words"]!, (bool)kept["open"]!, (bool)kept["answers"]![0]!["yes"]!));

        // Noted today, it is not asked today.
        Assert.False((bool)(await TroubleAsync(batch))!["ask"]!);
        await house.WindToAsync(House.Today.AddDays(2));
        var asked = (await TroubleAsync(batch))!;
        Assert.Equal((true, "Fallen over in the tray since Sun 1 Feb: back row."), ((bool)asked["ask"]!, (string)asked["text"]!));

        var look = await LookAsync(batch, note, "better");
        asked = (await TroubleAsync(batch))!;
        Assert.Equal((false, look, "better"), ((bool)asked["ask"]!, (Guid)asked["look"]!, (string)asked["how"]!));
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await house.Client.DeleteAsync(house.Path($"batches/{batch}/notes/{note}/looks/{look}"))).StatusCode
        );
        Assert.True((bool)(await TroubleAsync(batch))!["ask"]!);

        // A helper takes back what is the helper's own.
        var helper = await house.EnterAsync(await house.AddAsync($"Helper {Guid.NewGuid():N}"[..20], Store.Accounts.Role.Helper));
        Assert.Equal(HttpStatusCode.NotFound, (await helper.DeleteAsync(house.Path($"batches/{batch}/notes/{note}"))).StatusCode);

        var gone = await LookAsync(batch, note, "gone");
        Assert.Null(await TroubleAsync(batch));
        await house.Client.DeleteAsync(house.Path($"batches/{batch}/notes/{note}/looks/{gone}"));
        Assert.NotNull(await TroubleAsync(batch));
        Assert.Equal(HttpStatusCode.NoContent, (await house.Client.DeleteAsync(house.Path($"batches/{batch}/notes/{note}"))).StatusCode);
        Assert.Null(await TroubleAsync(batch));
        Assert.Empty((await house.GetAsync($"batches/{batch}/notes")).AsArray());
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task What_was_fed_and_what_was_not_speaks_for_hunger()
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(house.Input());
        await house.LogAsync(batch, house.Sown(72, "2026-01-02"));
        await house.LogAsync(batch, house.Up(60, "2026-01-10"));
        var place = (Guid)(await house.GetAsync($"batches/{batch}"))["groups"]![0]!["placeId"]!;
        Assert.Equal(204, (await house.PostAsync($"places/{place}/fed", new JsonObject { ["id"] = Guid.CreateVersion7() })).Status);
        Assert.Contains("fed 0 days ago", Against("Hungry"));
        await house.WindToAsync(House.Today.AddDays(22));
        Assert.Contains("fed 22 days ago", For("Hungry"));
        await house.WindToAsync(House.Today);

        string[] For(string cause) => Clues(cause, "for");
        string[] Against(string cause) => Clues(cause, "against");
        string[] Clues(string cause, string side) =>
            [
                .. CausesAsync(batch, "pale").Result["causes"]!.AsArray().Single(c => (string)c!["title"]! == cause)![side]!
                    .AsArray()
                    .Select(c => (string)c!),
            ];
    }

    [Fact]
    public async Task A_place_with_a_trouble_comes_last_on_the_walk()
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(house.Input());
        var other = await house.KeepAsync(house.Input());
        await house.LogAsync(batch, house.Sown(72, "2026-01-05"));
        var first = (string)(await house.GetAsync("round"))["stops"]![0]!["place"]!;
        Assert.Equal("Mat", first);
        await house.LogAsync(batch, house.Up(60, "2026-01-15"));
        await house.PostAsync($"batches/{batch}/notes", Note(Guid.CreateVersion7(), "insects", ""));
        var troubled = (await TroubleAsync(batch))!["places"]!.AsArray().Select(p => (Guid)p!).ToHashSet();
        var stops = (await house.GetAsync("round"))["stops"]!.AsArray().Select(s => (Guid)s!["placeId"]!).ToList();
        Assert.Contains(stops, troubled.Contains);
        Assert.All(stops.SkipWhile(s => !troubled.Contains(s)), s => Assert.Contains(s, troubled));
        Assert.NotEqual(batch, other);
    }

    [Fact]
    public async Task What_cannot_be_noted_is_said_at_its_field()
    {
        var batch = await house.KeepAsync(house.Input());
        var (status, empty) = await house.PostAsync($"batches/{batch}/notes", Note(Guid.CreateVersion7(), null, "  "));
        Assert.Equal((422, "Choose a sign, or write what you see."), (status, House.Sentence(empty, "words")));
        var (_, tooLong) = await house.PostAsync($"batches/{batch}/notes", Note(Guid.CreateVersion7(), null, new string('x', 501)));
        Assert.Equal("At most 500 letters.", House.Sentence(tooLong, "words"));
        var tomorrow = Note(Guid.CreateVersion7(), "pale", "");
        tomorrow["on"] = House.Today.AddDays(1).ToString("yyyy-MM-dd");
        Assert.NotNull(House.Sentence((await house.PostAsync($"batches/{batch}/notes", tomorrow)).Body, "on"));
        Assert.Equal(404, (await house.PostAsync($"batches/{Guid.NewGuid()}/notes", Note(Guid.CreateVersion7(), "pale", ""))).Status);
        Assert.Equal(
            404,
            (
                await house.PostAsync(
                    $"batches/{batch}/notes/{Guid.NewGuid()}/looks",
                    new JsonObject { ["id"] = Guid.CreateVersion7(), ["how"] = "gone" }
                )
            ).Status
        );
        Assert.Equal(404, (await house.PostAsync($"batches/{Guid.NewGuid()}/signs", new JsonObject { ["sign"] = "pale" })).Status);
        Assert.InRange((await house.PostAsync($"batches/{batch}/signs", new JsonObject { ["sign"] = "blue" })).Status, 400, 422);
    }

    [Fact]
    public void Each_sign_cause_and_question_has_its_words()
    {
        Assert.Equal(
            Enum.GetValues<Sign>().Length,
            Enum.GetValues<Sign>().Select(s => TroubleWords.Of(s)).Where(w => w.Length is > 0 and <= 36).Distinct().Count()
        );
        Assert.Equal(Enum.GetValues<Cause>().Length, Enum.GetValues<Cause>().Select(c => TroubleWords.Of(c)).Distinct().Count());
        Assert.Equal(Enum.GetValues<Question>().Length, Enum.GetValues<Question>().Select(q => TroubleWords.Of(q)).Distinct().Count());
        Assert.All(Enum.GetValues<Cause>(), c => Assert.EndsWith(".", TroubleWords.Do(c, Core.Cultivars.Crop.Pepper, Measures.Metric)));
    }

    private async Task<JsonNode> CausesAsync(Guid batch, string sign, params (string Question, bool Yes)[] said) =>
        (await house.PostAsync($"batches/{batch}/signs", new JsonObject { ["sign"] = sign, ["answers"] = Answers(said) })).Body;

    private async Task<Guid> LookAsync(Guid batch, Guid note, string how)
    {
        var id = Guid.CreateVersion7();
        Assert.Equal(
            204,
            (await house.PostAsync($"batches/{batch}/notes/{note}/looks", new JsonObject { ["id"] = id, ["how"] = how })).Status
        );
        return id;
    }

    private async Task<JsonNode?> TroubleAsync(Guid batch) =>
        (await house.GetAsync("round"))["troubles"]!.AsArray().SingleOrDefault(t => (Guid)t!["batchId"]! == batch);

    private static JsonObject Note(Guid id, string? sign, string words, params (string Question, bool Yes)[] said) =>
        new()
        {
            ["id"] = id,
            ["sign"] = sign,
            ["words"] = words,
            ["answers"] = Answers(said),
        };

    private static JsonArray Answers((string Question, bool Yes)[] said) =>
        [.. said.Select(s => (JsonNode)new JsonObject { ["question"] = s.Question, ["yes"] = s.Yes })];
}
