using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Exports;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Seeds;
using Juvenal.Web.Hosting;
using static System.FormattableString;

namespace Juvenal.Web.Catalogue;

/// <param name="Text">Of the file, at most 200,000 letters.</param>
/// <param name="Keep">False: only look.</param>
public sealed record CultivarFile(string Text, bool Keep);

/// <summary>What a file would do.</summary>
public sealed record CultivarFileAnswer(IReadOnlyList<string> New, IReadOnlyList<string> Changed, IReadOnlyList<string> Same);

/// <summary>Cultivars as CSV (RFC 4180): out, and in by name.</summary>
internal static class CultivarCsv
{
    private const int Longest = 200_000;
    private const int MostErrors = 20;
    private const int MostRows = 2000;
    private static readonly string[] Columns = ["name", "crop", "group", "habit", "daysToRipe", "origin", "tags", "note"];

    public static string Write(IEnumerable<CultivarRow> rows) =>
        Csv.Write(
            Columns,
            rows.Select(c =>
                (IReadOnlyList<string>)
                    [
                        CsvText.Harmless(c.Name),
                        Word(c.Crop),
                        Word(c.Group),
                        Word(c.Habit),
                        c.DaysToRipe?.ToString(CultureInfo.InvariantCulture) ?? "",
                        Word(c.Origin),
                        CsvText.Harmless(string.Join("; ", c.Tags)),
                        CsvText.Harmless(c.Note ?? ""),
                    ]
            )
        );

    /// <summary>Rows of a file, matched to what is there by name. Columns in any order; what a file does not say stays as it is.</summary>
    /// <exception cref="RefusedException">Field "file": each line that cannot be read, with what is wrong. Nothing of the file is kept
    /// then.</exception>
    public static (IReadOnlyList<CultivarRow> Rows, CultivarFileAnswer Answer) Read(string text, IReadOnlyList<CultivarRow> known)
    {
        if (text.Length > Longest)
            throw new RefusedException(new Failure("reason-too-long", "file", text.Length, 0, Longest));
        using var csv = new CsvReader(
            new StringReader(text.TrimStart('\uFEFF')),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                DetectDelimiter = true,
                DetectDelimiterValues = [",", ";", "\t"],
                TrimOptions = TrimOptions.Trim,
                BadDataFound = null,
                MissingFieldFound = null,
                PrepareHeaderForMatch = a => a.Header.Replace(" ", "", StringComparison.Ordinal).ToUpperInvariant(),
            }
        );
        if (
            !csv.Read()
            || !csv.ReadHeader()
            || csv.GetFieldIndex("name", isTryGet: true) < 0
            || csv.GetFieldIndex("daysToRipe", isTryGet: true) < 0
        )
            throw new RefusedException(new Failure("csv-columns", "file"));
        var byName = known.ToDictionary(c => c.Name, StringComparer.OrdinalIgnoreCase);
        var (rows, failures, seen) = (new List<CultivarRow>(), new List<Failure>(), new HashSet<string>(StringComparer.OrdinalIgnoreCase));
        while (failures.Count < MostErrors && rows.Count <= MostRows && csv.Read())
        {
            var line = csv.Parser.RawRow;
            var row = Row(csv, byName, problem => failures.Add(new("csv-row", "file", line, Subject: problem)));
            if (row is null)
                continue;
            if (!seen.Add(row.Name))
                failures.Add(new("csv-row", "file", line, Subject: Invariant($"“{row.Name}” stands twice.")));
            else
                rows.Add(row);
            if (rows.Count > MostRows)
                failures.Add(new("too-many", "file", rows.Count, High: MostRows));
        }

        if (failures.Count > 0)
            throw new RefusedException(failures);
        if (rows.Count == 0)
            throw new RefusedException(new Failure("csv-empty", "file"));
        var changed = rows.Where(r => r.Version > 0 && !Same(r, byName[r.Name])).ToList();
        var same = rows.Where(r => r.Version > 0 && Same(r, byName[r.Name])).ToList();
        return (
            [.. rows.Except(same)],
            new([.. rows.Where(r => r.Version == 0).Select(r => r.Name)], [.. changed.Select(r => r.Name)], [.. same.Select(r => r.Name)])
        );
    }

    private static CultivarRow? Row(CsvReader csv, Dictionary<string, CultivarRow> byName, Action<string> problem)
    {
        // An apostrophe that kept a spreadsheet from taking the text for a formula goes again.
        var name = Text("name");
        if (string.IsNullOrEmpty(name) || name.Length > 60 || name.Any(char.IsControl))
        {
            problem("a name of 1 to 60 letters is missing.");
            return null;
        }

        var was = byName.GetValueOrDefault(name);
        var group = Choice("group", was?.Group ?? (Text("crop") is "pepper" ? SpeciesGroup.Annuum : SpeciesGroup.Tomato));
        var crop = group == SpeciesGroup.Tomato ? Crop.Tomato : Crop.Pepper;
        if (Text("crop") is { Length: > 0 } said && !said.Equals(Word(crop), StringComparison.OrdinalIgnoreCase))
            problem(Invariant($"crop “{said}” and group “{Word(group)}” do not go together."));
        // Left empty, it is as its kind usually takes.
        var typed = Text("daysToRipe");
        int? days = int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var read) ? read : null;
        if (typed is { Length: > 0 } && days is null or < 30 or > 200)
            problem(Invariant($"daysToRipe “{Text("daysToRipe")}” is no number from 30 to 200."));
        var tags = Text("tags") is { } t
            ? t.Split([';', '|'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Distinct().ToArray()
            : was?.Tags ?? [];
        if (tags.Count > 20 || tags.Any(x => x.Length > 30))
            problem("at most 20 tags of 30 letters.");
        var note = Text("note") is { } n
            ? n.Length == 0
                ? null
                : n
            : was?.Note;
        if (note?.Length > 500)
            problem("a note has at most 500 letters.");
        return new(
            was?.Id ?? Guid.CreateVersion7(),
            was?.Version ?? 0,
            name,
            crop,
            group,
            Choice("habit", was?.Habit ?? Habit.Tall),
            days,
            Choice("origin", was?.Origin ?? SeedOrigin.Unknown),
            note,
            tags
        );

        string? Text(string column)
        {
            var field = csv.TryGetField<string>(column, out var value) ? value?.Trim() : null;
            return field is ['\'', '=' or '+' or '-' or '@', ..] ? field[1..] : field;
        }

        T Choice<T>(string column, T otherwise)
            where T : struct, Enum
        {
            if (Text(column) is not { Length: > 0 } word)
                return otherwise;
            if (
                !char.IsAsciiDigit(word[0])
                && Enum.TryParse<T>(word.Replace("-", "", StringComparison.Ordinal), true, out var value)
                && Enum.IsDefined(value)
            )
                return value;
            problem(Invariant($"{column} “{word}” is none of {string.Join(", ", Enum.GetValues<T>().Select(v => Word(v)))}."));
            return otherwise;
        }
    }

    private static bool Same(CultivarRow a, CultivarRow b) => a with { Tags = [] } == b with { Tags = [] } && a.Tags.SequenceEqual(b.Tags);

    private static string Word<T>(T value)
        where T : struct, Enum => System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName(value.ToString());
}
