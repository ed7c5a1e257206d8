namespace Juvenal.Core.Site;

/// <summary>Why a day of a record is not to be believed.</summary>
public enum Doubt
{
    /// <summary>The lowest is above the highest.</summary>
    MinimumAboveMaximum,

    /// <summary>Colder than −70 °C or hotter than 60 °C.</summary>
    Impossible,

    /// <summary>Far off both the day before and the day after, in the same direction.</summary>
    Spike,

    /// <summary>The same two numbers for days: the sensor hangs.</summary>
    Stuck,

    /// <summary>The day stands twice.</summary>
    Twice,
}

public sealed record DoubtfulDay(WeatherDay Day, Doubt Doubt);

/// <summary>A hole in a record.</summary>
public sealed record Gap(DateOnly First, DateOnly Last)
{
    public int Days => Last.DayNumber - First.DayNumber + 1;
}

/// <summary>A record looked through before it is kept.</summary>
/// <param name="Days">What is believed, in order.</param>
/// <param name="Doubtful">What is left out, and why.</param>
/// <param name="Gaps">Days between the first and the last without a lowest temperature, after leaving out.</param>
public sealed record CheckedRecord(IReadOnlyList<WeatherDay> Days, IReadOnlyList<DoubtfulDay> Doubtful, IReadOnlyList<Gap> Gaps);

/// <summary>Looks for values that no thermometer would show. [model]</summary>
public static class WeatherChecks
{
    public const double ColdestC = -70;
    public const double HottestC = 60;

    /// <summary>A jump away from both neighbours by more than this is a spike, °C.</summary>
    public const double SpikeC = 18;

    /// <summary>So many equal days are a sensor that hangs.</summary>
    public const int StuckDays = 5;

    /// <param name="read">As read, in any order.</param>
    public static CheckedRecord Of(IEnumerable<WeatherDay> read)
    {
        var (doubtful, days) = (new List<DoubtfulDay>(), new List<WeatherDay>());
        foreach (var day in read.OrderBy(d => d.Day))
        {
            // A stable order: the first that was read counts.
            if (days.Count > 0 && days[^1].Day == day.Day)
                doubtful.Add(new(day, Doubt.Twice));
            else if (Impossible(day.MinimumC) || Impossible(day.MaximumC))
                doubtful.Add(new(day, Doubt.Impossible));
            else if (day.MinimumC > day.MaximumC)
                doubtful.Add(new(day, Doubt.MinimumAboveMaximum));
            else
                days.Add(day);
        }

        var bad = new Doubt?[days.Count];
        for (var i = 1; i < days.Count - 1; i++)
        {
            if (IsSpike(days, i, d => d.MinimumC) || IsSpike(days, i, d => d.MaximumC))
                bad[i] = Doubt.Spike;
        }

        for (var i = 0; i < days.Count; )
        {
            var end = i + 1;
            while (end < days.Count && Same(days[end], days[i]))
                end++;
            if (end - i >= StuckDays)
                Array.Fill(bad, Doubt.Stuck, i, end - i);
            i = end;
        }

        doubtful.AddRange(days.Zip(bad).Where(d => d.Second is not null).Select(d => new DoubtfulDay(d.First, d.Second!.Value)));
        List<WeatherDay> good = [.. days.Zip(bad).Where(d => d.Second is null).Select(d => d.First)];
        return new(good, [.. doubtful.OrderBy(d => d.Day.Day)], Gaps(good));

        static bool Impossible(double? celsius) => celsius is < ColdestC or > HottestC;
        static bool Same(WeatherDay a, WeatherDay b) =>
            a.MinimumC is not null && a.MaximumC is not null && a.MinimumC == b.MinimumC && a.MaximumC == b.MaximumC;
    }

    private static bool IsSpike(List<WeatherDay> days, int i, Func<WeatherDay, double?> of)
    {
        var neighbours = days[i].Day.DayNumber - days[i - 1].Day.DayNumber == 1 && days[i + 1].Day.DayNumber - days[i].Day.DayNumber == 1;
        if (!neighbours || of(days[i]) is not { } here || of(days[i - 1]) is not { } before || of(days[i + 1]) is not { } after)
            return false;
        return Math.Abs(here - before) > SpikeC && Math.Abs(here - after) > SpikeC && Math.Sign(here - before) == Math.Sign(here - after);
    }

    private static List<Gap> Gaps(List<WeatherDay> days)
    {
        var gaps = new List<Gap>();
        DateOnly? last = null;
        foreach (var day in days.Where(d => d.MinimumC is not null))
        {
            if (last is { } l && day.Day > l.AddDays(1))
                gaps.Add(new(l.AddDays(1), day.Day.AddDays(-1)));
            last = day.Day;
        }

        return gaps;
    }
}
