namespace Juvenal.Core.Decision;

/// <summary>What a grower says beside the verdict.</summary>
public enum MyCall
{
    Go,
    Hold,
}

/// <summary>What became of it.</summary>
public enum CallOutcome
{
    /// <summary>Too few of the nights after it are known.</summary>
    Open,

    /// <summary>No night after it was under the limit that a cover makes good.</summary>
    Mild,

    /// <summary>One at least was; none froze.</summary>
    Cold,

    /// <summary>It froze.</summary>
    Froze,
}

/// <summary>A call held against the nights that came.</summary>
/// <param name="Outcome">What the nights were.</param>
/// <param name="LowestC">Of them, at the plant, °C; null where none is known.</param>
/// <param name="Right">Go and mild, or hold and not mild; null while it is open.</param>
public sealed record CallScore(CallOutcome Outcome, double? LowestC, bool? Right)
{
    /// <summary>Of one call.</summary>
    /// <param name="call">What was said.</param>
    /// <param name="nightsC">Lows of the nights from that evening on, as they came, at the plant, °C; the first week counts.</param>
    /// <param name="nearC">Nights under it are too cold even with cover, °C.</param>
    public static CallScore Of(MyCall call, IReadOnlyList<double> nightsC, double nearC)
    {
        ArgumentNullException.ThrowIfNull(nightsC);
        var week = nightsC.Take(PlantingDecision.FewestNights).ToList();
        double? lowest = week.Count == 0 ? null : week.Min();
        var outcome =
            lowest <= ColdStop.FreezeC ? CallOutcome.Froze
            : lowest < nearC ? CallOutcome.Cold
            : week.Count < PlantingDecision.FewestNights ? CallOutcome.Open
            : CallOutcome.Mild;
        return new(outcome, lowest, outcome == CallOutcome.Open ? null : (call == MyCall.Go) == (outcome == CallOutcome.Mild));
    }
}
