using Juvenal.Core.Measures;

namespace Juvenal.Core.Site;

/// <summary>One thing that a planting window waits for, by itself.</summary>
/// <param name="Code">freeze, pepper-timing, nights, days or soil.</param>
/// <param name="Low">When it has come right in 1 year of 10; null where it never has.</param>
/// <param name="Opens">In half of the years; null where it has in fewer.</param>
/// <param name="High">In 9 of 10; null where it has in fewer.</param>
/// <param name="Limit">°C, or the share of springs.</param>
/// <param name="Best">Of warmth: the warmest that half of the years come to, °C.</param>
/// <param name="Last">Share of the years that open in which it was the last to come right, 0–1; null where that is not known.</param>
/// <param name="Reason">In one sentence.</param>
public sealed record WindowGate(
    string Code,
    DateOnly? Low,
    DateOnly? Opens,
    DateOnly? High,
    double Limit,
    double? Best,
    double? Last,
    Reason Reason
)
{
    /// <summary>By how far a gate of warmth that never opens falls short, °C; null where it opens.</summary>
    public double? ShortBy => Opens is null && Best is { } best ? Math.Max(0, Limit - best) : null;
}
