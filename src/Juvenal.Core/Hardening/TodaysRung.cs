using Juvenal.Core.Cultivars;
using Juvenal.Core.Ledger;
using Juvenal.Core.Rules;

namespace Juvenal.Core.Hardening;

/// <summary>What the day means for a rung.</summary>
public enum RungCall
{
    /// <summary>They go out, and it counts.</summary>
    Out,

    /// <summary>They go out and stay the night, under a cover; without one it would not count.</summary>
    CoverTonight,

    /// <summary>They go out by day; the night is too cold for the rung, cover or not.</summary>
    InTonight,

    /// <summary>They stay in: the day is too cold to count, a gale blows, or it may hail.</summary>
    StayIn,
}

/// <summary>The rung that is next, held against the day.</summary>
/// <param name="Number">Which, from 1.</param>
/// <param name="Needed">Of how many.</param>
/// <param name="Rung">What it asks.</param>
/// <param name="Call">What the day means for it.</param>
/// <param name="There">The day and the night after it, where they are out.</param>
/// <param name="HighLimitC">The day has to reach, °C.</param>
/// <param name="NightLimitC">The night has to keep, °C; null where the rung asks for no night.</param>
/// <param name="Shade">Not into the sun today: it is too hot, or sun is owed.</param>
/// <param name="StaysOut">They stand out by night, whether the rung asks for it or not.</param>
/// <param name="OutAt">Hour of the day.</param>
/// <param name="InAt">Hour of the day.</param>
public sealed record TodaysRung(
    int Number,
    int Needed,
    Rung Rung,
    RungCall Call,
    DayThere There,
    double HighLimitC,
    double? NightLimitC,
    bool Shade,
    bool StaysOut,
    double OutAt,
    double InAt
)
{
    /// <summary>Above it they are shaded, °C. [common practice, no source]</summary>
    public const double ShadeAboveC = 30;

    /// <summary>Plants for a few hours go out at that hour, those for the day an hour before. [model]</summary>
    public const double OutFrom = 9;

    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="ladder">By the house rule.</param>
    /// <param name="by">The rule.</param>
    /// <param name="credit">Behind them, before the day.</param>
    /// <param name="there">The day where they are out.</param>
    /// <param name="coverC">Of a cover that can be put over them, °C.</param>
    /// <returns>Null: the ladder is done.</returns>
    public static TodaysRung? Of(
        Crop crop,
        IReadOnlyList<Rung> ladder,
        HardeningBy by,
        RungCredit credit,
        DayThere there,
        double coverC = Covers.MediumC
    )
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(credit);
        if (credit.Done >= ladder.Count)
            return null;
        var rung = ladder[credit.Done];
        var (high, night) = (Ladder.HighC(crop), Ladder.NightC(crop, ladder, credit.Done));
        var call =
            !rung.InHouse && (there.Wind.KeepsIn || there.HighC < high) ? RungCall.StayIn
            : !rung.Night || !(there.NightC < night) ? RungCall.Out
            : there.NightC + coverC >= night ? RungCall.CoverTonight
            : RungCall.InTonight;
        var outAt = rung.Hours >= Ladder.DayHours ? OutFrom - 1 : OutFrom;
        return new(
            credit.Done + 1,
            ladder.Count,
            rung,
            call,
            there,
            high,
            rung.Night ? night : null,
            there.HighC > ShadeAboveC || credit.SunOwedHours > 0,
            (rung.Night && call is RungCall.Out or RungCall.CoverTonight) || by == HardeningBy.Shade,
            outAt,
            outAt + rung.Hours
        );
    }

    /// <summary>The day as it is written down where all was done that the rung asks.</summary>
    /// <param name="on">Which day.</param>
    /// <param name="place">Where they were out; null: where they harden by their path.</param>
    /// <param name="coverC">What a cover kept off by night, °C.</param>
    public AiredDay AsAsked(DateOnly on, Guid? place, double coverC = Covers.MediumC) =>
        new(
            on,
            Rung.Hours,
            Rung.SunHours,
            StaysOut,
            StaysOut && NightLimitC is { } limit && There.NightC < limit ? coverC : 0,
            Place: place
        );
}
