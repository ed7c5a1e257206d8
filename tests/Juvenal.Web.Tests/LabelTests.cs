using System.Diagnostics;
using System.Net;
using System.Text.Json.Nodes;
using Juvenal.Web.Labels;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Labels, read back by readers that are not ours: pdftotext and pdftoppm of poppler, zbarimg of zbar.</summary>
public class LabelTests(House house) : IClassFixture<House>
{
    public static TheoryData<string> Formats => [.. LabelFormat.All.Select(f => f.Code)];

    [Theory]
    [MemberData(nameof(Formats))]
    public async Task A_label_says_what_it_is_and_its_code_opens_the_batch(string format)
    {
        var batch = await SownAsync();
        var code = (string)(await house.GetAsync($"batches/{batch}"))["code"]!;
        var pdf = await PdfAsync($"labels.pdf?batch={batch}&format={format}");
        var text = await ReadAsync("pdftotext", pdf, "-layout", "{0}", "-");
        foreach (var word in new[] { "Made-up Red", code, "sown Sun 1 Feb 2026" })
            Assert.Contains(word, text);
        Assert.Matches(@"\d\d-T\d+", text);
        var seen = await CodesAsync(pdf);
        Assert.Equal(2, seen.Count);
        var link = Assert.Single(seen.Distinct());
        Assert.StartsWith("http://localhost/b/", link);
        using var opened = await house.Stranger(follow: false).GetAsync(new Uri(link).PathAndQuery);
        Assert.Equal($"/n/{house.Nursery}/batches/{batch}?label", opened.Headers.Location!.ToString());
    }

    [Fact]
    public async Task No_two_batches_share_a_code_and_a_label_can_be_printed_again()
    {
        var (one, two) = (await SownAsync(), await SownAsync());
        var first = await PdfAsync($"labels.pdf?batch={one}&batch={two}&format=a4-24&on=trays");
        var codes = (await CodesAsync(first)).Distinct().ToList();
        Assert.Equal(2, codes.Count);
        Assert.Equal(
            codes.Order(),
            (await CodesAsync(await PdfAsync($"labels.pdf?batch={one}&batch={two}&format=a4-24&on=trays&skip=5"))).Distinct().Order()
        );
        var words = await Task.WhenAll(new[] { one, two }.Select(async b => (string)(await house.GetAsync($"batches/{b}"))["code"]!));
        Assert.NotEqual(words[0], words[1]);
    }

    [Fact]
    public async Task A_name_in_the_letters_of_its_country_is_printed_and_one_that_cannot_be_is_refused()
    {
        Assert.Contains("Žluté rajče, květen", await NamedAsync("Žluté rajče, květen"));
        var (status, problem) = await RefusedAsync(await NameAsync("赤いトマト"), "format=a4-24");
        Assert.Equal((422, "The typeface of the labels has no “赤” in “赤いトマト”."), (status, House.Sentence(problem, "batch")));
    }

    [Theory]
    [InlineData("short")]
    [InlineData("AZwN4AAAcACAAAAAAAAAAQGcDeAAAHAAgAAAAAAAAAE-")]
    [InlineData("AZwN4AAAcACAAAAAAAAAAQGcDeAAAHAAgAAAAAAAA!!")]
    public async Task A_link_that_is_none_leads_nowhere(string link) =>
        Assert.Equal(HttpStatusCode.NotFound, (await house.Client.GetAsync($"/b/{link}")).StatusCode);

    [Theory]
    [InlineData("format=none", "format", "Choose one; this one is not there.")]
    [InlineData("format=a4-24&skip=24", "skip", "From 0 to 23; 24 was given.")]
    [InlineData("format=a4-24&on=heaps", "on", "Choose one; this one is not there.")]
    [InlineData("format=a4-24&on=pots", "on", "Nothing stands in pots yet, or nobody is sure what it is: there is nothing to label.")]
    public async Task What_cannot_be_printed_is_said(string query, string field, string sentence)
    {
        var (status, problem) = await RefusedAsync(await SownAsync(), query);
        Assert.Equal((422, sentence), (status, House.Sentence(problem, field)));
    }

    [Fact]
    public async Task Many_labels_fill_sheet_after_sheet()
    {
        var batch = await SownAsync();
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "emerged",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = 70,
            }
        );
        var pdf = await PdfAsync($"labels.pdf?batch={batch}&format=a4-24&on=pots&skip=3");
        Assert.Contains("Pages:           4", await ReadAsync("pdfinfo", pdf, "{0}"));
    }

    /// <summary>110 seedlings that share 80 cells want 80 labels: four pages of 24, not five.</summary>
    [Fact]
    public async Task A_label_is_for_a_container_also_where_two_plants_share_it()
    {
        var batch = await house.KeepAsync(house.Input(40));
        var sown = house.Sown(160);
        sown["containers"] = 80;
        Assert.Equal(200, (await house.LogAsync(batch, sown)).Status);
        Assert.Equal(200, (await house.LogAsync(batch, house.Up(110, "2026-01-30"))).Status);
        var pdf = await PdfAsync($"labels.pdf?batch={batch}&format=a4-24&on=pots");
        Assert.Contains("Pages:           4", await ReadAsync("pdfinfo", pdf, "{0}"));
    }

    private async Task<string> NamedAsync(string name) =>
        await ReadAsync("pdftotext", await PdfAsync($"labels.pdf?batch={await NameAsync(name)}&format=a4-24"), "{0}", "-");

    private async Task<Guid> NameAsync(string name)
    {
        var id = Guid.CreateVersion7();
        var row = new JsonObject
        {
            ["id"] = id,
            ["version"] = 0,
            ["name"] = name,
            ["crop"] = "tomato",
            ["group"] = "tomato",
            ["habit"] = "tall",
            ["daysToRipe"] = 70,
            ["origin"] = "unknown",
            ["note"] = null,
            ["tags"] = new JsonArray(),
        };
        Assert.Equal(204, (await house.PutAsync("cultivars", row)).Status);
        var input = house.Input();
        input["cultivarId"] = id;
        return await SownAsync(input);
    }

    /// <summary>Sown in 80 cells, which are two trays.</summary>
    private async Task<Guid> SownAsync(JsonObject? input = null)
    {
        var batch = await house.KeepAsync(input ?? house.Input(40));
        var (status, body) = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "sown",
                ["to"] = house.Group(house.Mat),
                ["seeds"] = 80,
                ["containers"] = 80,
                ["happenedOn"] = "2026-02-01",
            }
        );
        Assert.True(status == 200, body.ToJsonString());
        return batch;
    }

    private async Task<(int Status, JsonNode Body)> RefusedAsync(Guid batch, string query) =>
        await House.AnswerAsync(await house.Client.GetAsync(house.Path($"labels.pdf?batch={batch}&{query}")));

    private async Task<string> PdfAsync(string path)
    {
        using var answer = await house.Client.GetAsync(house.Path(path));
        Assert.True(answer.StatusCode == HttpStatusCode.OK, await answer.Content.ReadAsStringAsync());
        Assert.Equal("application/pdf", answer.Content.Headers.ContentType!.MediaType);
        var file = Path.Combine(Directory.CreateTempSubdirectory("juvenal-labels").FullName, "labels.pdf");
        await File.WriteAllBytesAsync(file, await answer.Content.ReadAsByteArrayAsync());
        return file;
    }

    /// <summary>All QR codes on all pages, drawn at 300 dots an inch as a printer would.</summary>
    private static async Task<List<string>> CodesAsync(string pdf)
    {
        await ReadAsync("pdftoppm", pdf, "-r", "300", "-png", "{0}", pdf + "-page");
        var codes = new List<string>();
        foreach (var page in Directory.GetFiles(Path.GetDirectoryName(pdf)!, "*.png"))
            codes.AddRange((await ReadAsync("zbarimg", page, "-q", "--raw", "{0}")).Split('\n', StringSplitOptions.RemoveEmptyEntries));
        return codes;
    }

    private static async Task<string> ReadAsync(string program, string file, params string[] arguments)
    {
        var start = new ProcessStartInfo(program) { RedirectStandardOutput = true, RedirectStandardError = true };
        foreach (var argument in arguments)
            start.ArgumentList.Add(argument.Replace("{0}", file));
        using var process = Process.Start(start)!;
        var error = process.StandardError.ReadToEndAsync();
        var text = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        Assert.True(process.ExitCode == 0, $"{program}: {await error}");
        return text;
    }
}
