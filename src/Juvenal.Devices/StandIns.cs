namespace Juvenal.Devices;

/// <summary>The stand-ins that ship: one made-up weather, the same for the demo's past and for the days to come.</summary>
public static class StandIns
{
    public static WeatherGenerator Weather { get; } = new(20260418, Climate.Upland);

    public static Simulated All { get; } = new(Weather);
}
