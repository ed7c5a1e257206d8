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

    /// <summary>Labels lie in the order in which the plants do.</summary>
    [Fact]
    public async Task Counted_plants_get_their_labels_row_by_row_of_the_tray()
    {
        var batch = await SownAsync();
        var trays = (await house.GetAsync($"batches/{batch}/trays"))["trays"]!.AsArray();
        var cells = trays.Select(t => (string)t!["cells"]!).ToList();
        // The first row of the first tray came up whole, of the second row two; the other tray one.
        var inRow = (int)trays[0]!["rowCells"]!;
        cells[0] = new string('1', inRow) + "11" + new string('0', cells[0].Length - inRow - 2);
        cells[1] = "1" + cells[1][1..].Replace('1', '0');
        var count = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["happenedOn"] = "2026-02-01",
            ["means"] = "counted",
            ["reason"] = null,
            ["trays"] = new JsonArray([.. trays.Zip(cells, (t, c) => new JsonObject { ["trayId"] = (string)t!["id"]!, ["cells"] = c })]),
        };
        var (status, body) = await house.PostAsync($"batches/{batch}/cells", count);
        Assert.True(status == 200, body.ToJsonString());
        var text = await ReadAsync("pdftotext", await PdfAsync($"labels.pdf?batch={batch}&format=roll-tag&on=pots"), "-layout", "{0}", "-");
        var rows = System.Text.RegularExpressions.Regex.Matches(text, @"(\d\d-T\d+) row (\d+)").Select(m => m.Value).ToList();
        Assert.Equal(inRow + 3, rows.Count);
        var codes = trays.Select(t => (string)t!["code"]!).ToList();
        Assert.Equal(
            [.. Enumerable.Repeat($"{codes[0]} row 1", inRow), $"{codes[0]} row 2", $"{codes[0]} row 2", $"{codes[1]} row 1"],
            rows
        );
    }

    [Theory]
    [MemberData(nameof(Formats))]
    public async Task Nothing_is_nearer_than_five_millimetres_to_the_edge_of_a_sheet_and_all_of_it_can_be_moved(string format)
    {
        var sheet = LabelFormat.All.First(f => f.Code == format);
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
        var query = $"labels.pdf?batch={batch}&format={format}&on=pots";
        var plain = await WordsAsync(query);
        if (sheet.PerPage > 1)
        {
            const double Edge = 5 / 25.4 * 72;
            // A line's box is a little higher than its letters.
            Assert.All(
                plain,
                w =>
                    Assert.True(
                        w.Left >= Edge - 0.1
                            && w.Right <= (sheet.PageWidth / 25.4 * 72) - Edge + 0.1
                            && w.Top >= Edge - 4
                            && w.Bottom <= (sheet.PageHeight / 25.4 * 72) - Edge + 4,
                        $"{w}"
                    )
            );
        }

        var moved = await WordsAsync(query + "&right=3&down=-2");
        Assert.All(
            plain.Zip(moved),
            pair =>
            {
                Assert.Equal(pair.First.Left + (3 / 25.4 * 72), pair.Second.Left, 1);
                Assert.Equal(pair.First.Top - (2 / 25.4 * 72), pair.Second.Top, 1);
            }
        );
        Assert.Equal(
            (422, "right"),
            (await RefusedAsync(batch, $"format={format}&right=11")) is var (status, body)
                ? (status, Assert.Single(body["errors"]!.AsObject()).Key)
                : default
        );
    }

    /// <summary>Every word of the first page with its box, in points from the left and the top.</summary>
    private async Task<List<(double Left, double Top, double Right, double Bottom)>> WordsAsync(string path)
    {
        var boxes = await ReadAsync("pdftotext", await PdfAsync(path), "-bbox", "-l", "1", "{0}", "-");
        return
        [
            .. System
                .Text.RegularExpressions.Regex.Matches(
                    boxes,
                    "xMin=\"([\\d.-]+)\" yMin=\"([\\d.-]+)\" xMax=\"([\\d.-]+)\" yMax=\"([\\d.-]+)\""
                )
                .Select(m => (Of(m, 1), Of(m, 2), Of(m, 3), Of(m, 4))),
        ];

        static double Of(System.Text.RegularExpressions.Match m, int part) =>
            double.Parse(m.Groups[part].Value, System.Globalization.CultureInfo.InvariantCulture);
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
