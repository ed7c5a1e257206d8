namespace Juvenal.Store.Site;

/// <summary>The real clock; but a demo, whose day stands still, stands at one hour of it too: its morning can be seen in the evening.</summary>
/// <param name="time">On the demo's clock.</param>
public sealed class DemoHour(TimeOnly time) : TimeProvider
{
    public TimeOnly Time { get; } = time;

    /// <summary>The real clock where no hour is asked for.</summary>
    /// <exception cref="FormatException">The hour is none of 0 to 23.</exception>
    public static TimeProvider Of(string? hour) =>
        string.IsNullOrEmpty(hour) ? System
        : int.TryParse(hour, out var h) && h is >= 0 and <= 23 ? new DemoHour(new TimeOnly(h, 0))
        : throw new FormatException($"JUVENAL_DEMO_HOUR is an hour from 0 to 23, not {hour}.");
}
