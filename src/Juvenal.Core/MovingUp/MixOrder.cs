using Juvenal.Core.Measures;

namespace Juvenal.Core.MovingUp;

/// <summary>Containers of one kind to be filled.</summary>
/// <param name="Count">0–1,000,000.</param>
/// <param name="VolumeL">Of each, above 0 to 1,000 L.</param>
public sealed record Filled(int Count, double VolumeL);

/// <summary>Mix for a number of containers, by a recipe.</summary>
/// <param name="TotalL">Loose, L.</param>
/// <param name="ComponentsL">Of each part of the recipe, L.</param>
/// <param name="Bags">To open, of each part whose bag is known, rounded up; null where none is.</param>
public sealed record MixOrder(double TotalL, IReadOnlyDictionary<string, double> ComponentsL, IReadOnlyDictionary<string, int>? Bags)
{
    private const int MostContainers = 1_000_000;
    private const int MostKinds = 100;
    private const double MostParts = 1000;
    private const double SmallestBagL = 0.1;

    /// <summary>A full bag that comes out a rounding over itself is one bag.</summary>
    private const double Whisker = 1e-9;

    /// <summary>Total = Σ count · volume · (1 + settling); each component by its share of the parts.</summary>
    /// <param name="containers">1–100 kinds.</param>
    /// <param name="parts">By volume: each 0–1,000, not all 0, up to 100 of them.</param>
    /// <param name="settlingPercent">0–100 %.</param>
    /// <param name="bagL">What a bag of a part holds, 0.1–10,000 L; null where nobody asks.</param>
    public static Outcome<MixOrder> For(
        IReadOnlyList<Filled> containers,
        IReadOnlyDictionary<string, double> parts,
        double settlingPercent = Mix.Settling * 100,
        IReadOnlyDictionary<string, double>? bagL = null
    )
    {
        ArgumentNullException.ThrowIfNull(containers);
        ArgumentNullException.ThrowIfNull(parts);
        var ranges = new Ranges()
            .Within("containers", containers.Count, 1, MostKinds)
            .Within("settlingPercent", settlingPercent, 0, 100)
            .Within("parts", parts.Count, 1, MostKinds);
        for (var i = 0; i < containers.Count && ranges.Hold; i++)
        {
            ranges.Within($"containers[{i}].count", containers[i].Count, 0, MostContainers);
            ranges.Above($"containers[{i}].volumeL", containers[i].VolumeL, 0, 1000);
        }

        foreach (var (name, part) in parts)
            ranges.Within($"parts.{name}", part, 0, MostParts);
        if (ranges.Hold && parts.Values.Sum() <= 0)
            ranges.Add(new("parts-all-zero", "parts"));
        foreach (var (name, litres) in bagL ?? new Dictionary<string, double>())
        {
            if (!parts.ContainsKey(name))
                ranges.Add(new("not-in-recipe", $"bagL.{name}", Subject: name));
            ranges.Within($"bagL.{name}", litres, SmallestBagL, 10_000);
        }

        if (!ranges.Hold)
            return ranges.Failures;
        var total = containers.Sum(c => c.Count * c.VolumeL) * (1 + (settlingPercent / 100));
        var whole = parts.Values.Sum();
        var components = parts.ToDictionary(p => p.Key, p => total * p.Value / whole);
        return new MixOrder(
            total,
            components,
            bagL?.ToDictionary(b => b.Key, b => (int)Math.Ceiling((components[b.Key] / b.Value) - Whisker))
        );
    }
}
