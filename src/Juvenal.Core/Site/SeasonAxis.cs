namespace Juvenal.Core.Site;

/// <summary>The half of a season that a freeze belongs to.</summary>
public enum SeasonHalf
{
    /// <summary>The last freeze counts.</summary>
    Spring,

    /// <summary>The first freeze counts.</summary>
    Autumn,
}

/// <summary>
/// Days counted from 1 January of the season's year (1 January is 1) on a calendar of 365 days: 29 February counts as 28.
/// Days of the year before are 0 and below, of the year after above 365. A formula's axis; elsewhere a day is a date.
/// </summary>
public static class SeasonAxis
{
    private const int Year = 365;

    /// <summary>The day on the axis of a season.</summary>
    public static int Of(DateOnly day, int season) => ((day.Year - season) * Year) + DayOfYear(day);

    /// <summary>1–365; 29 February is 59, as 28 is.</summary>
    public static int DayOfYear(DateOnly day) => day.DayOfYear - (DateTime.IsLeapYear(day.Year) && day.DayOfYear >= 60 ? 1 : 0);

    /// <summary>The date of a day of the axis. Every day of the axis has one; 29 February has none of its own.</summary>
    public static DateOnly Date(int axisDay, int season)
    {
        var year = season + Math.DivRem(axisDay - 1, Year, out var rest);
        if (rest < 0)
            (year, rest) = (year - 1, rest + Year);
        var dayOfYear = rest + 1;
        return new DateOnly(year, 1, 1).AddDays(dayOfYear - 1 + (DateTime.IsLeapYear(year) && dayOfYear > 59 ? 1 : 0));
    }

    /// <summary>A point on the axis as a <see cref="DateOnly.DayNumber"/>, not rounded.</summary>
    public static double DayNumber(double axisDay, int season)
    {
        var whole = (int)Math.Floor(axisDay);
        return Date(whole, season).DayNumber + (axisDay - whole);
    }

    /// <summary>
    /// First and last day of a season's half, both in. North: spring 1 Aug of the year before to 31 Jul, autumn 1 Jul to 30 Jun of the year
    /// after.
    /// The south is shifted by six months, and a season is called by the year it ends in: spring 1 Feb of the year before to 31 Jan,
    /// autumn 1 Jan to 31 Dec.
    /// </summary>
    public static (DateOnly First, DateOnly Last) Of(SeasonHalf half, int season, Hemisphere hemisphere) =>
        (half, hemisphere) switch
        {
            (SeasonHalf.Spring, Hemisphere.North) => (new(season - 1, 8, 1), new(season, 7, 31)),
            (SeasonHalf.Spring, _) => (new(season - 1, 2, 1), new(season, 1, 31)),
            (SeasonHalf.Autumn, Hemisphere.North) => (new(season, 7, 1), new(season + 1, 6, 30)),
            _ => (new(season, 1, 1), new(season, 12, 31)),
        };
}
