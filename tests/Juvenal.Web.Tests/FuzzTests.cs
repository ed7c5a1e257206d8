using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>
/// Every address of the API's own document is asked with what it wants, with what it does not, and with what nobody would send. It answers
/// each with a sentence, never with an error of its own; and afterwards every page opens.
/// </summary>
public class FuzzTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    private const int Requests = 10_000;
    private const int AtOnce = 4;

    // What is at the door, ends the session, or winds the whole nursery away is asked elsewhere.
    private static readonly string[] LeftOut =
    [
        "signOut",
        "signIn",
        "signUp",
        "changePassword",
        "enterDemo",
        "join",
        "lookAtInvitation",
        "leave",
        "changeMember",
        "import",
        "windClock",
    ];

    private static readonly string[] Texts =
    [
        "",
        " ",
        "Shelf",
        "a\0b",
        "\u0007bell",
        "\u009d",
        "\uD83C\uDF36",
        "‮ladder",
        new string('x', 61),
        new string('y', 3000),
        "'; drop table batch; --",
        "=1+2",
        "<b>bold</b>",
        "2026-02-01",
        "9999-12-31",
        "NaN",
        "null",
    ];

    private static readonly string[] Days =
    [
        "2026-02-01",
        "2026-01-31",
        "2026-02-02",
        "0001-01-01",
        "9999-12-31",
        "2024-02-29",
        "2026-13-01",
        "yesterday",
        "",
    ];

    private static readonly double[] Numbers =
    [
        0,
        1,
        -1,
        0.5,
        2,
        3,
        7,
        60,
        100,
        365,
        1000,
        65536,
        1e6,
        5e6,
        int.MaxValue,
        int.MinValue,
        1e15,
        -1e15,
        1e308,
        1e-308,
    ];

    [Fact]
    public async Task Ten_thousand_odd_requests_are_answered_and_every_page_opens_afterwards()
    {
        var batch = await house.KeepAsync(house.Input());
        var document = JsonNode.Parse(await house.Client.GetStringAsync("/openapi/v1.json"))!;
        var operations = (
            from path in document["paths"]!.AsObject()
            from method in path.Value!.AsObject()
            where !LeftOut.Contains((string?)method.Value!["operationId"])
            select (Path: path.Key, Method: method.Key.ToUpperInvariant(), Operation: method.Value!)
        ).ToList();
        Assert.True(operations.Count > 50);

        var wrong = new System.Collections.Concurrent.ConcurrentBag<string>();
        var taken = new System.Collections.Concurrent.ConcurrentDictionary<string, int>();
        await Task.WhenAll(
            Enumerable
                .Range(0, AtOnce)
                .Select(async n =>
                {
                    // A seed of its own: the same requests each time.
                    var chance = new Random(20260201 + n);
                    var maker = new Maker(document, chance, Known(batch), Templates());
                    for (var i = 0; i < Requests / AtOnce; i++)
                    {
                        var (path, method, operation) = operations[(i + n) % operations.Count];
                        using var request = maker.Request(path, method, operation, house.Nursery);
                        var asked = request.Content is null ? "" : await request.Content.ReadAsStringAsync();
                        var answer = await house.Client.SendAsync(request);
                        if ((int)answer.StatusCode < 300)
                            taken.AddOrUpdate((string)operation["operationId"]!, 1, (_, n) => n + 1);
                        if ((int)answer.StatusCode >= 500)
                            wrong.Add($"{(int)answer.StatusCode} {method} {request.RequestUri} {asked[..Math.Min(600, asked.Length)]}");
                    }
                })
        );
        Assert.True(wrong.IsEmpty, $"{wrong.Count} of {Requests}:\n" + string.Join('\n', wrong.Order().Take(12)));
        // It is no fuzz where everything is turned away at the door.
        Assert.True(
            taken.Count > operations.Count / 2,
            string.Join(' ', operations.Select(o => (string)o.Operation["operationId"]!).Except(taken.Keys))
        );
        await AssertPagesAsync();
    }

    private async Task AssertPagesAsync()
    {
        foreach (
            var page in new[]
            {
                "round",
                "batches",
                "catalogue",
                "site",
                "site/view",
                "rules",
                "lots",
                "sowing",
                "numbers",
                "people",
                "audit",
            }
        )
            Assert.Equal((page, 200), (page, (int)(await house.Client.GetAsync(house.Path(page))).StatusCode));
        Assert.Empty((await house.GetAsync("round"))["troubled"]!.AsArray());
        foreach (var batch in (await house.GetAsync("batches"))["batches"]!.AsArray())
        foreach (var page in new[] { "", "/trays" })
        {
            var answer = await house.Client.GetAsync(house.Path($"batches/{batch!["id"]}{page}"));
            Assert.True(
                (int)answer.StatusCode is 200 or 422,
                $"{(int)answer.StatusCode} {page} {await answer.Content.ReadAsStringAsync()}"
            );
        }
    }

    private Dictionary<string, JsonObject> Templates() =>
        new()
        {
            ["BatchInput"] = house.Input(),
            ["EntryInput"] = new()
            {
                ["id"] = Guid.CreateVersion7(),
                ["kind"] = "sown",
                ["happenedOn"] = "2026-02-01",
                ["to"] = house.Group(house.Mat),
                ["seeds"] = 3,
                ["containers"] = 3,
            },
            ["DoneInput"] = new()
            {
                ["id"] = Guid.CreateVersion7(),
                ["extraId"] = Guid.CreateVersion7(),
                ["happenedOn"] = "2026-02-01",
                ["count"] = 2,
                ["from"] = house.Group(house.Mat),
            },
        };

    private Guid[] Known(Guid batch) =>
        [batch, house.Tomato, house.Pepper, house.Mat, house.Lamps, house.Glass, house.Stand, house.Bed, house.Tray, house.Pot];

    /// <summary>Makes requests from the document's schemas: mostly of the right kind, with one thing or another wrong.</summary>
    private sealed class Maker(JsonNode document, Random chance, Guid[] known, Dictionary<string, JsonObject> templates)
    {
        public HttpRequestMessage Request(string path, string method, JsonNode operation, Guid nursery)
        {
            var query = new List<string>();
            foreach (var parameter in operation["parameters"]?.AsArray() ?? [])
            {
                var name = (string)parameter!["name"]!;
                var value = name == "nursery" ? nursery.ToString() : Word(parameter["schema"]!);
                if ((string)parameter["in"]! == "path")
                    path = path.Replace(
                        $"{{{name}}}",
                        Uri.EscapeDataString(value.Length == 0 ? "x" : value.Replace("\0", "", StringComparison.Ordinal)),
                        StringComparison.Ordinal
                    );
                else if (chance.Next(2) == 0)
                    query.Add($"{name}={Uri.EscapeDataString(value)}");
            }

            var request = new HttpRequestMessage(
                new(method),
                new Uri(path + (query.Count > 0 ? "?" + string.Join('&', query) : ""), UriKind.Relative)
            );
            if (operation["requestBody"]?["content"]?.AsObject().FirstOrDefault() is { Key: { } type } content)
            {
                request.Content = type.Contains("json", StringComparison.Ordinal)
                    ? new StringContent(Body(content.Value!["schema"]!), Encoding.UTF8, "application/json")
                    : new StringContent(
                        Pick([
                            "date,tmin,tmax\n2020-01-01,-5,3\n",
                            "a;b\n1;2\n",
                            "\0\0\0",
                            "",
                            new string('9', 5000),
                            "date,tmin,tmax\n9999-12-31,1,2\n0001-01-01,3,4\n",
                        ]),
                        Encoding.UTF8
                    );
                request.Content.Headers.ContentType = new MediaTypeHeaderValue(type);
            }

            return request;
        }

        private string Body(JsonNode schema)
        {
            if (chance.Next(60) == 0)
                return Pick(["", "null", "[]", "{", "7", "\"x\"", "{\"a\":1}", new string('[', 200)]);
            return Value(schema, 0)?.ToJsonString() ?? "null";
        }

        private JsonNode? Value(JsonNode schema, int depth)
        {
            if ((string?)schema["$ref"] is { } reference)
            {
                var name = reference.Split('/')[^1];
                schema = document["components"]!["schemas"]![name]!;
                // Mostly one that would be taken, with one thing in it odd.
                if (templates.TryGetValue(name, out var template) && chance.Next(4) != 0)
                    return Odd((JsonObject)template.DeepClone(), schema, depth);
            }

            if (schema["oneOf"] is JsonArray either)
                return Value(either[chance.Next(either.Count)]!, depth);
            // One value in twenty-five is of another kind.
            if (chance.Next(25) == 0)
                return chance.Next(5) switch
                {
                    0 => null,
                    1 => JsonValue.Create(Pick(Texts)),
                    2 => JsonValue.Create(Numbers[chance.Next(Numbers.Length)]),
                    3 => new JsonArray(),
                    _ => new JsonObject { ["x"] = 1 },
                };
            if (schema["enum"] is JsonArray words)
                return words[chance.Next(words.Count)]?.DeepClone();
            return Kind(schema) switch
            {
                "object" => Object(schema, depth),
                "array" => new JsonArray([
                    .. Enumerable
                        .Range(0, depth > 4 ? 0 : chance.Next(4))
                        .Select(_ => schema["items"] is { } items ? Value(items, depth + 1) : null),
                ]),
                "integer" => JsonValue.Create((long)Number(schema)),
                "number" => JsonValue.Create(Number(schema)),
                "boolean" => JsonValue.Create(chance.Next(2) == 0),
                "null" => null,
                _ => JsonValue.Create(Word(schema)),
            };
        }

        private JsonObject Odd(JsonObject made, JsonNode schema, int depth)
        {
            if (made.ContainsKey("id"))
                made["id"] = Guid.CreateVersion7();
            var properties = schema["properties"]!.AsObject().ToList();
            var (name, property) = properties[chance.Next(properties.Count)];
            made[name] = Value(property!, depth + 1);
            return made;
        }

        private JsonObject Object(JsonNode schema, int depth)
        {
            var made = new JsonObject();
            foreach (var property in schema["properties"]?.AsObject() ?? [])
            {
                var required = schema["required"]?.AsArray().Any(r => (string?)r == property.Key) == true;
                if (chance.Next(required ? 60 : 3) != 0)
                    made[property.Key] = Value(property.Value!, depth + 1);
            }

            if (schema["additionalProperties"] is JsonObject more)
                made[Pick(["sow", "plant-out", "harden", "x", known[0].ToString()])] = Value(more, depth + 1);
            return made;
        }

        private string Kind(JsonNode schema) =>
            schema["type"] switch
            {
                JsonArray kinds => (string)kinds[chance.Next(kinds.Count)]!,
                { } kind => (string)kind!,
                null => "string",
            };

        private double Number(JsonNode schema) =>
            chance.Next(3) == 0 ? Numbers[chance.Next(Numbers.Length)]
            : (string?)schema["format"] == "double" && chance.Next(2) == 0 ? Math.Round(chance.NextDouble(), 2)
            : chance.Next(1, 90);

        private string Word(JsonNode schema) =>
            (string?)schema["format"] switch
            {
                "uuid" => chance.Next(10) switch
                {
                    0 => Guid.NewGuid().ToString(),
                    1 => "no-id",
                    _ => known[chance.Next(known.Length)].ToString(),
                },
                "date" => Pick(Days),
                "int32" => ((int)Number(schema)).ToString(System.Globalization.CultureInfo.InvariantCulture),
                "double" => Number(schema).ToString(System.Globalization.CultureInfo.InvariantCulture),
                _ => Pick(Texts),
            };

        private string Pick(string[] from) => from[chance.Next(from.Length)];
    }
}
