using Juvenal.Core.Places;

namespace Juvenal.Core.Care;

/// <summary>What a place that can be opened asks for on a day.</summary>
public enum Vent
{
    /// <summary>It may stay shut.</summary>
    Leave,

    /// <summary>Open it in the morning.</summary>
    Open,

    /// <summary>It is too hot even when it is open: shade, water.</summary>
    Shade,
}

/// <summary>How hot a place gets, shut and vented, and what is to be done about it. [model]</summary>
/// <param name="ShutC">Its high were it left shut, °C.</param>
/// <param name="VentedC">Its high while it is vented as it should be, °C.</param>
/// <param name="Asks">What it asks for.</param>
/// <param name="LeaveOpen">The night is warm enough to leave it open.</param>
public sealed record Airing(double ShutC, double VentedC, Vent Asks, bool LeaveOpen)
{
    /// <summary>In sun a shut glasshouse passes outdoors by so much, °C. [model]</summary>
    public const double GlasshouseC = 15;

    /// <summary>In sun a shut tunnel or frame passes outdoors by so much, °C. [model]</summary>
    public const double UnderFilmC = 18;

    /// <summary>Of that when it is overcast. [model]</summary>
    public const double OvercastShare = 0.5;

    /// <summary>A day with less than this of the sun above the air is overcast. [model]</summary>
    public const double OvercastSun = 0.4;

    /// <summary>Where it would pass this, it is opened in the morning, °C. [model]</summary>
    public const double OpenAboveC = 27;

    /// <summary>Above this plants are shaded, °C. [model]</summary>
    public const double ShadeAboveC = 32;

    /// <summary>With nights above this it is left open, °C. [model]</summary>
    public const double LeaveOpenC = 15;

    /// <summary>Opened by this hour. [model]</summary>
    public const int OpenByHour = 9;

    /// <summary>Shut so long before sunset, h. [model]</summary>
    public const double ShutBeforeSunsetHours = 2;

    /// <summary>How far it passes outdoors in sun when it is shut, °C; null: it cannot be shut.</summary>
    public static double? ShutGainC(PlaceKind kind) =>
        kind switch
        {
            PlaceKind.House => GlasshouseC,
            PlaceKind.Frame or PlaceKind.Tunnel or PlaceKind.TunnelBed => UnderFilmC,
            _ => null,
        };

    /// <summary>What a place asks for on a day; null where it cannot be shut.</summary>
    /// <param name="kind">Of the place.</param>
    /// <param name="lowC">The day's lowest outdoors, °C.</param>
    /// <param name="highC">The day's highest outdoors, °C, not under the lowest.</param>
    /// <param name="nightC">The lowest outdoors of the night after it, °C; null: not known.</param>
    /// <param name="sun">On the ground, MJ/m²·d.</param>
    /// <param name="atTop">Above the air, MJ/m²·d.</param>
    public static Airing? Of(PlaceKind kind, double lowC, double highC, double? nightC, double sun, double atTop)
    {
        if (ShutGainC(kind) is not { } gain)
            return null;
        var shut = highC + (sun < OvercastSun * atTop ? gain * OvercastShare : gain);
        var vented = (PlaceType.Of(kind).Sky ?? UnderTheSky.Tunnel).High(lowC, highC, sun);
        return new(
            shut,
            vented,
            vented > ShadeAboveC ? Vent.Shade
                : shut > OpenAboveC ? Vent.Open
                : Vent.Leave,
            nightC > LeaveOpenC
        );
    }
}
