using Juvenal.Core.Measures;

namespace Juvenal.Core.Care;

/// <summary>Lamps at one strength for some hours of the day.</summary>
/// <param name="Ppfd">At the leaves, above 0 to 3,000 µmol/m²·s.</param>
/// <param name="Hours">Above 0 to 24 h.</param>
public sealed record LampLevel(double Ppfd, double Hours);

/// <summary>The light of a day under lamps.</summary>
/// <param name="Dli">Daily light integral, mol/m²·d.</param>
/// <param name="Hours">Lamps on, h.</param>
/// <param name="TooLong">Over 18 hours: tomatoes yellow without a night. [common practice, no source]</param>
public sealed record LampLight(double Dli, double Hours, bool TooLong)
{
    public const double MostPpfd = 3000;

    /// <summary>A day longer than this, h, has no night that tomatoes need. [common practice, no source]</summary>
    public const double LongestHours = 18;
    private const double SecondsPerHour = 3600;

    /// <summary>Light of a day, mol/m²·d.</summary>
    public static double DliOf(double ppfd, double hours) => ppfd * hours * SecondsPerHour / 1e6;

    /// <summary>Levels in a day are no more than this. [model]</summary>
    public const int MostLevels = 6;

    /// <summary>Light of a day whose lamps burn at several strengths, one after the other: the sum over its levels.</summary>
    /// <param name="levels">1 to 6, together at most 24 h.</param>
    public static Outcome<LampLight> Of(IReadOnlyList<LampLevel> levels)
    {
        ArgumentNullException.ThrowIfNull(levels);
        var ranges = new Ranges();
        if (levels.Count is 0 or > MostLevels)
            ranges.Add(Failure.OutOfRange("levels", levels.Count, 1, MostLevels));
        for (var i = 0; i < levels.Count && ranges.Hold; i++)
            ranges.Above($"levels[{i}].ppfd", levels[i].Ppfd, 0, MostPpfd).Above($"levels[{i}].hours", levels[i].Hours, 0, 24);
        if (!ranges.Hold)
            return ranges.Failures;
        var hours = levels.Sum(l => l.Hours);
        return hours > 24
            ? Failure.OutOfRange("levels", hours, 0, 24)
            : new LampLight(levels.Sum(l => DliOf(l.Ppfd, l.Hours)), hours, hours > LongestHours);
    }

    /// <summary>DLI = PPFD · hours · 3600 / 10⁶, exact by definition of the mole of photons.</summary>
    /// <param name="ppfd">At the leaves, above 0 to 3,000 µmol/m²·s.</param>
    /// <param name="hours">Above 0 to 24 h; or null, with a target.</param>
    /// <param name="targetDli">Above 0 to 100 mol/m²·d; or null, with hours.</param>
    /// <returns>A failure where neither or both are given, or where the target would take more than a day.</returns>
    public static Outcome<LampLight> For(double ppfd, double? hours, double? targetDli)
    {
        var failures = new List<Failure>();
        if (!(ppfd is > 0 and <= MostPpfd))
            failures.Add(Failure.OutOfRange("ppfd", ppfd, 0, MostPpfd));
        if (hours is null == targetDli is null)
            failures.Add(new("one-of-two", hours is null ? "hours" : "targetDli"));
        else if (hours is { } h && !(h is > 0 and <= 24))
            failures.Add(Failure.OutOfRange("hours", h, 0, 24));
        else if (targetDli is { } d && !(d is > 0 and <= 100))
            failures.Add(Failure.OutOfRange("targetDli", d, 0, 100));
        if (failures.Count > 0)
            return failures;
        var on = hours ?? targetDli!.Value * 1e6 / (ppfd * SecondsPerHour);
        return on > 24
            ? new Failure("longer-than-a-day", "targetDli", on, null, ppfd * 24 * SecondsPerHour / 1e6)
            : new LampLight(DliOf(ppfd, on), on, on > LongestHours);
    }
}
