namespace Juvenal.Core.Measures;

/// <summary>The units growers use, and the exact factors between them.</summary>
public static class Units
{
    private enum Kind
    {
        Temperature,
        Length,
        Volume,
        Mass,
        Area,
    }

    private sealed record Unit(Kind Kind, double Factor, double Offset = 0);

    public const double LitresPerUsGallon = 3.785411784;
    public const double CentimetresPerInch = 2.54;
    public const double KilometresPerMile = 1.609344;
    public const double GramsPerOunce = 28.349523125;

    // Exact by definition: international inch (1959) 2.54 cm, avoirdupois ounce 28.349523125 g, US gallon 231 cubic inches.
    private static readonly Dictionary<string, Unit> ByCode = new()
    {
        ["C"] = new(Kind.Temperature, 1),
        ["F"] = new(Kind.Temperature, 5.0 / 9, -32),
        ["cm"] = new(Kind.Length, 1),
        ["in"] = new(Kind.Length, CentimetresPerInch),
        ["L"] = new(Kind.Volume, 1),
        ["usgal"] = new(Kind.Volume, LitresPerUsGallon),
        ["g"] = new(Kind.Mass, 1),
        ["oz"] = new(Kind.Mass, GramsPerOunce),
        ["m2"] = new(Kind.Area, 1),
        ["ft2"] = new(Kind.Area, 0.09290304),
    };

    public static IReadOnlyCollection<string> Codes => ByCode.Keys;

    public sealed record Converted(double Value);

    /// <summary>Converts a value between two units of one kind.</summary>
    /// <param name="value">Any finite number; lengths, volumes, masses and areas from 0, temperatures from absolute zero (−273.15
    /// °C).</param>
    /// <param name="from">One of <see cref="Codes"/>.</param>
    /// <param name="to">One of <see cref="Codes"/>, of the same kind.</param>
    /// <returns>The value in <paramref name="to"/>, or a failure at the field that is wrong.</returns>
    /// <remarks>Exact factors; the result carries double rounding alone. Source: international yard and pound agreement (1959).</remarks>
    public static Outcome<Converted> Convert(double value, string from, string to)
    {
        var failures = new List<Failure>();
        if (!ByCode.TryGetValue(from, out var a))
            failures.Add(new("unknown-unit", "from", Subject: from));
        if (!ByCode.TryGetValue(to, out var b))
            failures.Add(new("unknown-unit", "to", Subject: to));
        if (failures.Count > 0)
            return failures;
        if (a!.Kind != b!.Kind)
            return new Failure("units-differ", "to", Subject: $"{from} → {to}");

        var si = (value + a.Offset) * a.Factor;
        var least = a.Kind == Kind.Temperature ? -273.15 : 0;
        // A whisker of slack: −459.67 °F is absolute zero, and comes out a rounding below it.
        if (si < least - 1e-9)
            return Failure.OutOfRange("value", value, (least / a.Factor) - a.Offset, 1e12);
        var result = (si / b.Factor) - b.Offset;
        return Math.Abs(value) > 1e12 || !double.IsFinite(result)
            ? Failure.OutOfRange("value", value, (least / a.Factor) - a.Offset, 1e12)
            : new Converted(result);
    }
}
