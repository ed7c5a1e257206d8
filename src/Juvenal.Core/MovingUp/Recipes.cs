using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;

namespace Juvenal.Core.MovingUp;

/// <summary>What a mix is for.</summary>
public enum MixUse
{
    Sowing,

    /// <summary>Out of the tray.</summary>
    FirstMove,

    Tomato,

    Pepper,
}

/// <summary>A part of a mix.</summary>
/// <param name="Name">As the bag says, 1–60 characters.</param>
/// <param name="Parts">By volume, above 0 to 1,000.</param>
/// <param name="BagL">What a bag holds, 0.1–10,000 L; null: not said.</param>
public sealed record MixPart(string Name, double Parts, double? BagL = null);

/// <summary>A mix by its parts.</summary>
public sealed record Recipe(MixUse Use, IReadOnlyList<MixPart> Parts)
{
    private const int MostParts = 12;
    private const int LongestName = 60;

    /// <summary>The usual ones. [common practice, no source]</summary>
    public static IReadOnlyList<Recipe> Usual { get; } =
    [
        new(MixUse.Sowing, [new("Seed mix", 1)]),
        new(MixUse.FirstMove, [new("Seed mix", 1), new("Potting mix", 1)]),
        new(MixUse.Tomato, [new("Potting mix", 9), new("Perlite", 1)]),
        new(MixUse.Pepper, [new("Potting mix", 7), new("Perlite", 2), new("Loam", 1)]),
    ];

    /// <summary>Which mix a step takes.</summary>
    /// <param name="kind">Sowing, or a move.</param>
    /// <param name="first">Out of what they were sown in.</param>
    /// <param name="crop">Of the plants.</param>
    public static MixUse For(StepKind kind, bool first, Crop crop) =>
        kind == StepKind.Begin ? MixUse.Sowing
        : first ? MixUse.FirstMove
        : crop == Crop.Tomato ? MixUse.Tomato
        : MixUse.Pepper;

    /// <summary>What cannot be a mix, at its field.</summary>
    public IReadOnlyList<Failure> Check()
    {
        var ranges = new Ranges().Within("parts", Parts.Count, 1, MostParts);
        for (var i = 0; i < Parts.Count && ranges.Hold; i++)
        {
            var part = Parts[i];
            if (string.IsNullOrWhiteSpace(part.Name) || part.Name.Length > LongestName || !Texts.IsPlain(part.Name))
                ranges.Add(new("name-length", $"parts[{i}].name", part.Name?.Length ?? 0, 1, LongestName));
            else if (Parts.Take(i).Any(p => p.Name.Equals(part.Name, StringComparison.OrdinalIgnoreCase)))
                ranges.Add(new("part-twice", $"parts[{i}].name", Subject: part.Name));
            ranges.Above($"parts[{i}].parts", part.Parts, 0, 1000);
            ranges.Within($"parts[{i}].bagL", part.BagL, 0.1, 10_000);
        }

        return ranges.Hold ? [] : ranges.Failures;
    }

    /// <summary>Whether a part of that name is in it.</summary>
    public bool Has(string name) => Parts.Any(p => p.Name.Equals(name, StringComparison.OrdinalIgnoreCase));

    /// <summary>What so much mix takes of each part.</summary>
    /// <param name="litres">Loose, L, from 0.</param>
    public IReadOnlyList<MixShare> Of(double litres) => Shares([(this, litres)]);

    /// <summary>What several mixes take together: each part once, its bags rounded up once.</summary>
    /// <param name="mixes">Each with its litres, from 0; of what takes none nothing is told.</param>
    public static IReadOnlyList<MixShare> Sum(IEnumerable<(Recipe Recipe, double Litres)> mixes) => Shares(mixes.Where(m => m.Litres > 0));

    private static IReadOnlyList<MixShare> Shares(IEnumerable<(Recipe Recipe, double Litres)> mixes) =>
        [
            .. mixes
                .SelectMany(m => m.Recipe.Parts.Select(p => (Part: p, Litres: m.Litres * p.Parts / m.Recipe.Parts.Sum(x => x.Parts))))
                .GroupBy(p => p.Part.Name, StringComparer.OrdinalIgnoreCase)
                .Select(g => (g.Key, Litres: g.Sum(p => p.Litres), Bag: g.Select(p => p.Part.BagL).FirstOrDefault(l => l is not null)))
                .Select(g => new MixShare(g.Key, g.Litres, g.Bag is { } bag ? Bags(g.Litres, bag) : null)),
        ];

    private static int Bags(double litres, double bag) => (int)Math.Ceiling((litres / bag) - 1e-9);
}

/// <param name="Litres">Loose, L.</param>
/// <param name="Bags">To open, rounded up; null where nobody said what one holds.</param>
public sealed record MixShare(string Name, double Litres, int? Bags);
