namespace Juvenal.Core.Hardening;

/// <summary>Which half of the day the Round's band is of.</summary>
public enum DayPart
{
    /// <summary>The night behind: who goes out again, what is opened, how they stood it.</summary>
    Morning,

    /// <summary>The night ahead.</summary>
    Evening,
}

/// <summary>A night that is over, for plants that stood out in it.</summary>
/// <param name="LowC">As it came at the plants, °C, whatever lay over them.</param>
/// <param name="LimitC">Below which they were to be brought in or covered, °C.</param>
/// <param name="CoverC">What lay over them keeps off, °C; 0: nothing.</param>
/// <param name="SaidOf">Somebody said what was done for them.</param>
public readonly record struct NightCame(double LowC, double LimitC, double CoverC, bool SaidOf)
{
    /// <summary>It was under their limit, and nobody said that anything was done.</summary>
    public bool Missed => !SaidOf && LowC < LimitC;

    /// <summary>It froze at the plants, under what lay over them.</summary>
    public bool Froze => LowC + CoverC <= 0;

    /// <summary>Whether the morning asks after it.</summary>
    public bool Asks => Missed || Froze;
}

/// <summary>The night behind, in the morning.</summary>
public static class LastNight
{
    /// <summary>Until this hour of the nursery's clock the band is the morning's, from then on tonight's. [common practice, no source]</summary>
    public const int MorningUntil = 14;

    public static DayPart At(TimeOnly time) => time.Hour < MorningUntil ? DayPart.Morning : DayPart.Evening;
}
