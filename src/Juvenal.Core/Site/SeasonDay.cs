namespace Juvenal.Core.Site;

public enum Hemisphere
{
    North,
    South,
}

/// <summary>A day of the season: month and day, never an ordinal (day 60 is 1 March or 29 February). 29 February is kept as 28.</summary>
public readonly record struct SeasonDay
{
    private SeasonDay(int month, int day) => (Month, Day) = (month, day);

    /// <summary>1–12; 0 in <c>default</c>, which is no day.</summary>
    public int Month { get; }

    public int Day { get; }

    public static bool TryFrom(int month, int day, out SeasonDay value)
    {
        // 2024 is a leap year, so that 29 February is understood.
        var possible = month is >= 1 and <= 12 && day >= 1 && day <= DateTime.DaysInMonth(2024, month);
        value = possible ? new(month, month == 2 ? Math.Min(day, 28) : day) : default;
        return possible;
    }

    /// <exception cref="ArgumentOutOfRangeException">No such day.</exception>
    public static SeasonDay From(int month, int day) =>
        TryFrom(month, day, out var value)
            ? value
            : throw new ArgumentOutOfRangeException(nameof(day), $"{month}-{day}", "A day of the year");

    /// <summary>This day in the spring half of a season.</summary>
    /// <param name="season">Label of the season: in the north the year of its spring; in the south the year it ends in.</param>
    /// <param name="hemisphere">North: a season's spring is 1 Aug of the year before to 31 Jul; south: 1 Feb of the year before to 31
    /// Jan.</param>
    public DateOnly InSpringOf(int season, Hemisphere hemisphere)
    {
        var firstMonth = hemisphere == Hemisphere.North ? 8 : 2;
        return new DateOnly(Month >= firstMonth ? season - 1 : season, Month, Day);
    }

    /// <summary>The season whose spring a day belongs to.</summary>
    public static int SeasonOf(DateOnly day, Hemisphere hemisphere) =>
        day.Month >= (hemisphere == Hemisphere.North ? 8 : 2) ? day.Year + 1 : day.Year;
}
