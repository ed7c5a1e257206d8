using Juvenal.Core.Measures;
using Juvenal.Core.Seeds;

namespace Juvenal.Core.Sowing;

/// <summary>How emergence goes.</summary>
public enum Pace
{
    /// <summary>Not expected yet.</summary>
    Waiting,

    OnTime,

    /// <summary>Past the expected day and under half up, but not long.</summary>
    Slow,

    /// <summary>Past one and a half times the expected days with under half up.</summary>
    Late,

    /// <summary>Half and more are up.</summary>
    Up,

    /// <summary>It is over, and surely fewer are up than the lot let expect.</summary>
    Fewer,
}

/// <summary>What an emergence is judged by.</summary>
/// <param name="Today">The nursery's day.</param>
/// <param name="Sown">Day of sowing.</param>
/// <param name="Seeds">Sown.</param>
/// <param name="Emerged">Up at the last count.</param>
/// <param name="CountedOn">Its day; null where nothing was counted. What has come up since is not known.</param>
/// <param name="Germination">Share expected up at the bench.</param>
/// <param name="Lot">Of the packet, for what to check; null where none is named.</param>
/// <param name="SowNoLater">Sown again after it, planting slips by more than a week.</param>
public sealed record EmergenceFacts(
    DateOnly Today,
    DateOnly Sown,
    int Seeds,
    int Emerged,
    DateOnly? CountedOn,
    double Germination,
    LotGermination? Lot,
    DateOnly SowNoLater
);

/// <summary>The judgement on an emergence.</summary>
/// <param name="Pace">On time, slow, late, up or fewer.</param>
/// <param name="HalfBy">Day by which half of the seedlings are expected up; null where the warmth does not bring them.</param>
/// <param name="Late">Under half up after this day is late; null as above.</param>
/// <param name="Half">Seedlings that are half of those expected.</param>
/// <param name="Now">Share up so far with its 90 % interval; null while none of it can be said.</param>
/// <param name="Coming">Seedlings expected beyond the last count, up by now or still to come.</param>
/// <param name="CountAgain">More than one in twenty should have come up since the last count.</param>
/// <param name="Checks">What to look at, where it is slow, late or short.</param>
/// <param name="SowAgainBy">The last day on which sowing again is in time; null where it is not called for.</param>
public sealed record EmergenceVerdict(
    Pace Pace,
    DateOnly? HalfBy,
    DateOnly? Late,
    int Half,
    EmergenceTest? Now,
    double Coming,
    bool CountAgain,
    IReadOnlyList<Reason> Checks,
    DateOnly? SowAgainBy
)
{
    /// <summary>Slow from this many times the expected days: one and a third deviation of a batch. [model]</summary>
    public const double SlowTimes = 1.2;

    /// <summary>Late from this many times the expected days. [common practice, no source]</summary>
    public const double LateTimes = 1.5;

    /// <summary>Bottom heat that brings seed up well, °C. [common practice, no source]</summary>
    public const double WarmEnoughC = 24;

    /// <summary>Of those that come, so many are up when emergence is over. [model]</summary>
    internal const double Over = 0.99;

    /// <summary>Judges an emergence.</summary>
    /// <param name="facts">What is known.</param>
    /// <param name="days">The expected course; reaching beyond today where the expected day lies ahead.</param>
    public static EmergenceVerdict Of(EmergenceFacts facts, IReadOnlyList<EmergenceDay> days)
    {
        ArgumentNullException.ThrowIfNull(facts);
        ArgumentNullException.ThrowIfNull(days);
        var expected = EmergenceCourse.ExpectedDays(days);
        var half = (int)Math.Ceiling(facts.Seeds * facts.Germination / 2);
        var share = days.LastOrDefault(d => d.Day <= (facts.CountedOn ?? facts.Today))?.Share ?? 0;
        var gone = facts.Today.DayNumber - facts.Sown.DayNumber;
        var test =
            facts.Seeds > 0 && facts.Emerged <= facts.Seeds && facts.Emerged > 0
                ? EmergenceTest.Of(facts.Seeds, facts.Emerged, 0.9).Value
                : null;
        var pace = Judge();
        var troubled = pace is Pace.Slow or Pace.Late or Pace.Fewer;
        return new(
            pace,
            After(expected),
            After(expected * LateTimes),
            half,
            test,
            EmergenceCourse.StillComing(facts.Seeds, facts.Emerged, facts.Germination, share),
            facts.CountedOn is not null && (days.LastOrDefault(d => d.Day <= facts.Today)?.Share ?? 0) - share > 0.05,
            troubled ? WhatToCheck(facts, days) : [],
            pace is Pace.Late or Pace.Fewer ? facts.SowNoLater : null
        );

        Pace Judge()
        {
            if (facts.Emerged > 0 && facts.Emerged >= half)
            {
                return share >= Over && test is { } t && t.Upper < facts.Germination ? Pace.Fewer : Pace.Up;
            }

            if (expected is not { } need)
                return Pace.Late;
            return gone > need * LateTimes ? Pace.Late
                : gone > need * SlowTimes ? Pace.Slow
                : gone >= Math.Floor(need) ? Pace.OnTime
                : Pace.Waiting;
        }

        DateOnly? After(double? count) => count is { } n ? facts.Sown.AddDays((int)Math.Ceiling(n)) : null;
    }

    /// <summary>Warmth, moisture, seed: in the order in which they fail.</summary>
    private static IReadOnlyList<Reason> WhatToCheck(EmergenceFacts facts, IReadOnlyList<EmergenceDay> days)
    {
        var past = days.Where(d => d.Day <= facts.Today).ToList();
        var checks = new List<Reason>();
        if (past.Count > 0)
        {
            var mean = past.Average(d => d.SoilCelsius);
            var read = past.Count(d => d.Read);
            checks.Add(
                new(
                    read == 0 ? "check-warmth-unread"
                        : mean < WarmEnoughC ? "check-warmth-cold"
                        : "check-warmth-fine",
                    mean,
                    WarmEnoughC,
                    "C",
                    Source: "practice"
                )
            );
        }

        checks.Add(new("check-moisture", Source: "practice"));
        checks.Add(
            facts.Lot is { Old: true } ? new("check-seed-old")
            : facts.Lot is { Why.Code: "lot-tested" or "lot-raised" } ? new("check-depth", 6, Unit: "mm", Source: "knott")
            : new("check-seed-untested")
        );
        return checks;
    }
}
