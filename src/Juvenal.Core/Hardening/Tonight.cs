using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;

namespace Juvenal.Core.Hardening;

/// <summary>How used to the cold plants are.</summary>
public enum Tenderness
{
    /// <summary>From indoors.</summary>
    Tender,

    /// <summary>The ladder is behind them.</summary>
    Hardened,

    /// <summary>Two weeks in a bed.</summary>
    Settled,
}

/// <summary>What a night means for plants that are out in it.</summary>
public enum NightCall
{
    /// <summary>They stand it, and grow.</summary>
    Fine,

    /// <summary>Growth slows; nothing has to be done.</summary>
    Slow,

    /// <summary>Bring in or cover.</summary>
    Act,

    /// <summary>So cold that a cover alone will not do.</summary>
    BringIn,
}

/// <summary>Plants out tonight.</summary>
/// <param name="Crop">Tomato or pepper.</param>
/// <param name="State">How used to the cold they are.</param>
/// <param name="LowC">Expected at the plant: the place's gain is in it, °C.</param>
public readonly record struct OutTonight(Crop Crop, Tenderness State, double LowC)
{
    /// <summary>What the night means for them.</summary>
    public NightCall Call =>
        LowC < Tonight.NoCoverC ? NightCall.BringIn
        // Frost is below every limit.
        : LowC < LimitC ? NightCall.Act
        : LowC < Tonight.SlowC(Crop) ? NightCall.Slow
        : NightCall.Fine;

    /// <summary>Below it they are brought in or covered, °C.</summary>
    public double LimitC => Tonight.LimitC(Crop, State);
}

/// <summary>Which plants cannot be left out as they are. A band that rings every night is not read: above its limits it only
/// says.</summary>
public static class Tonight
{
    /// <summary>
    /// Hardened tomatoes and peppers are brought in or covered below these, °C: the forecast's error and the ground's 2–4 °C below the
    /// screen are in them. [model]
    /// </summary>
    public const double TomatoHardenedC = 4,
        PepperHardenedC = 8;

    /// <summary>Two weeks after planting, °C. [model]</summary>
    public const double TomatoSettledC = 2,
        PepperSettledC = 5;

    /// <summary>Plants that are so long in a bed have settled, days. [model]</summary>
    public const int SettledDays = 14;

    /// <summary>Below this nothing is left out without heat, °C. [common practice, no source]</summary>
    public const double NoCoverC = -1;

    /// <summary>Growth of tomatoes slows below this, °C. [common practice, no source]</summary>
    public const double TomatoSlowC = 10;

    /// <summary>Growth of peppers slows below this, °C. [common practice, no source]</summary>
    public const double PepperSlowC = 13;

    public static double SlowC(Crop crop) => crop == Crop.Tomato ? TomatoSlowC : PepperSlowC;

    public static double LimitC(Crop crop, Tenderness state) =>
        (crop, state) switch
        {
            (Crop.Tomato, Tenderness.Tender) => ColdStop.TomatoTenderC,
            (_, Tenderness.Tender) => ColdStop.PepperTenderC,
            (Crop.Tomato, Tenderness.Hardened) => TomatoHardenedC,
            (_, Tenderness.Hardened) => PepperHardenedC,
            (Crop.Tomato, _) => TomatoSettledC,
            _ => PepperSettledC,
        };

    /// <summary>How used to the cold a group is.</summary>
    /// <param name="today">The evening.</param>
    /// <param name="rungs">Behind it; null: it has not begun.</param>
    /// <param name="plantedOn">Null: in a pot.</param>
    public static Tenderness Of(DateOnly today, RungCredit? rungs, DateOnly? plantedOn) =>
        plantedOn is { } planted && today.DayNumber - planted.DayNumber >= SettledDays ? Tenderness.Settled
        : plantedOn is not null || (rungs is not null && rungs.Done >= rungs.Needed) ? Tenderness.Hardened
        : Tenderness.Tender;
}
