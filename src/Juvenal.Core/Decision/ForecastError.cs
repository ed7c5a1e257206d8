namespace Juvenal.Core.Decision;

/// <summary>
/// How much lower a forecast's low counts than it was told. It hangs on how far the night lies from the day the forecast was made, and is
/// taken off once: a forecast serves until its last night, and is trusted less with each day.
/// </summary>
public static class ForecastError
{
    /// <summary>From so many nights ahead on a low counts lower for plants in pots, and tonight. [model]</summary>
    public const int ErrsFrom = 3,
        ErrsMoreFrom = 6,
        ErrsMostFrom = 8;

    /// <summary>By so much, °C. [model]</summary>
    public const double ErrsC = 1,
        ErrsMoreC = 2,
        ErrsMostC = 3;

    /// <summary>From this night on a freeze is looked for in a bed as though it were <see cref="BedC"/> colder, 1 is the first. [model]</summary>
    public const int BedFrom = 4;

    /// <summary>°C. [model]</summary>
    public const double BedC = 1;

    /// <summary>From so many days on a typed forecast is asked for anew.</summary>
    public const int OldDays = 3;

    /// <summary>For plants in pots, and tonight, °C.</summary>
    /// <param name="night">1 is the night that begins on the day the forecast was made.</param>
    public static double PotsC(int night) =>
        night >= ErrsMostFrom ? ErrsMostC
        : night >= ErrsMoreFrom ? ErrsMoreC
        : night >= ErrsFrom ? ErrsC
        : 0;

    /// <summary>For a freeze in a bed, °C.</summary>
    /// <param name="night">1 is the night that begins on the day the forecast was made.</param>
    public static double FreezeC(int night) => night >= BedFrom ? BedC : 0;
}
