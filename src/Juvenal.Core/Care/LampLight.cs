using Juvenal.Core.Measures;

namespace Juvenal.Core.Care;

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
