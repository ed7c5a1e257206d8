namespace Juvenal.Core.PlantingOut;

/// <summary>What grew in a bed, of one family: what ails one ails all.</summary>
public enum BedCrop
{
    Tomato,
    Pepper,
    Potato,
}

/// <summary>What was seen in a bed, and stays in its soil.</summary>
public enum BedTrouble
{
    /// <summary>Plants wilted and died, veins brown.</summary>
    Wilt,

    /// <summary>Knots on roots: nematodes.</summary>
    Knots,
}

/// <summary>A year of a bed.</summary>
/// <param name="Year">Of the harvest.</param>
/// <param name="Grew">Of the family; none: something else, or nothing.</param>
/// <param name="Seen">In its soil.</param>
public sealed record BedYear(int Year, IReadOnlyList<BedCrop> Grew, IReadOnlyList<BedTrouble> Seen);

/// <summary>What a bed's past says of planting tomatoes or peppers in it.</summary>
/// <param name="Last">The last year before this one that the family grew there; null: in none that counts.</param>
/// <param name="Years">How many of the years that count it did.</param>
/// <param name="Trouble">Seen in those years, with the last year of each.</param>
public sealed record BedMemory(int? Last, int Years, IReadOnlyList<(BedTrouble What, int Year)> Trouble)
{
    /// <summary>So many years before this one are remembered. [common practice, no source]</summary>
    public const int Remembered = 4;

    /// <param name="years">As they were written down.</param>
    /// <param name="year">Of the planting.</param>
    public static BedMemory Of(IEnumerable<BedYear> years, int year)
    {
        var counting = years.Where(y => y.Year < year && y.Year >= year - Remembered).ToList();
        var grew = counting.Where(y => y.Grew.Count > 0).ToList();
        return new(
            grew.Count == 0 ? null : grew.Max(y => y.Year),
            grew.Count,
            [.. from y in counting from t in y.Seen group y.Year by t into of orderby of.Key select (of.Key, of.Max())]
        );
    }
}
