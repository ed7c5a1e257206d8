using Juvenal.Core.Hardening;

namespace Juvenal.Core.Places;

/// <summary>What a place is.</summary>
public enum PlaceKind
{
    Mat,
    Lamps,

    /// <summary>A glasshouse, heated or not.</summary>
    House,

    /// <summary>A hardening stand or a yard.</summary>
    Stand,
    OpenBed,
    TunnelBed,

    /// <summary>A standing arrangement: one place by day, another by night; the warmth is that of each in its hours.</summary>
    Pair,

    /// <summary>A window sill.</summary>
    Sill,

    /// <summary>A room, or a corner of one.</summary>
    Room,

    /// <summary>A cold frame.</summary>
    Frame,

    /// <summary>A tunnel with staging.</summary>
    Tunnel,
}

/// <summary>What usually comes with a kind of place. [model]</summary>
/// <param name="Kind">Which.</param>
/// <param name="DayC">By day where it is kept warm, °C; null where it never is.</param>
/// <param name="NightC">By night, °C.</param>
/// <param name="SoilC">At sowing depth, °C; null: as the air.</param>
/// <param name="Sky">How it follows the weather without heat; null: it does not.</param>
/// <param name="Daylight">The share of the sky's light that comes in, 0–1.</param>
public sealed record PlaceType(PlaceKind Kind, double? DayC, double? NightC, double? SoilC, UnderTheSky? Sky, double Daylight)
{
    /// <summary>Of the sky's light: through a window, glass, film, a frame's lights. [model]</summary>
    public const double SillLight = 0.3;

    /// <inheritdoc cref="SillLight"/>
    public const double GlassLight = 0.6;

    /// <inheritdoc cref="SillLight"/>
    public const double TunnelLight = 0.65;

    public static IReadOnlyList<PlaceType> All { get; } =
    [
        new(PlaceKind.Mat, 20, 18, 26, null, 0),
        new(PlaceKind.Lamps, 21, 17, null, null, 0),
        new(PlaceKind.Sill, 20, 16, null, null, SillLight),
        new(PlaceKind.Room, 18, 15, null, null, 0),
        new(PlaceKind.House, 18, 12, null, UnderTheSky.Glasshouse, GlassLight),
        new(PlaceKind.Frame, null, null, null, UnderTheSky.Frame, GlassLight),
        new(PlaceKind.Tunnel, null, null, null, UnderTheSky.Tunnel, TunnelLight),
        new(PlaceKind.Stand, null, null, null, UnderTheSky.Stand, 1),
        new(PlaceKind.OpenBed, null, null, null, null, 1),
        new(PlaceKind.TunnelBed, null, null, null, null, TunnelLight),
        new(PlaceKind.Pair, null, null, null, null, 0),
    ];

    public static PlaceType Of(PlaceKind kind) => All.Single(t => t.Kind == kind);

    /// <summary>Under the sky: plants harden there.</summary>
    public bool Outdoors => Kind is PlaceKind.Stand or PlaceKind.Frame;

    /// <summary>What standing there is for plants that harden off.</summary>
    public Standing Hardens =>
        Kind switch
        {
            PlaceKind.Stand or PlaceKind.Frame or PlaceKind.OpenBed => Standing.Outside,
            PlaceKind.House or PlaceKind.Tunnel or PlaceKind.TunnelBed => Standing.Airy,
            _ => Standing.Warm,
        };

    /// <summary>It can be kept warm, and it can be left to the weather: the grower says which.</summary>
    public bool Either => DayC is not null && Sky is not null;
}

/// <summary>The light that plants get in a place: lamps and sky add up.</summary>
/// <param name="LampsMol">Of the lamps in a day, mol/m²·d, from 0.</param>
/// <param name="Daylight">Share of the sky's light, 0–1.</param>
public sealed record PlaceLight(double LampsMol, double Daylight)
{
    /// <summary>Light for plants in a MJ of sun, mol. [model, from FAO-56's radiation and the share of it that plants use; from
    /// memory]</summary>
    public const double MolPerMegajoule = 2.0;

    /// <summary>Light of a day, mol/m²·d.</summary>
    /// <param name="sun">On the ground outdoors, MJ/m²·d.</param>
    public double Mol(double sun) => LampsMol + (Daylight * sun * MolPerMegajoule);

    /// <summary>Null where nothing is known: no lamp was told of, and no sky comes in.</summary>
    /// <param name="kind">Of the place.</param>
    /// <param name="lampUmol">At the leaves, µmol/m²·s; null: none, or not known.</param>
    /// <param name="lampHours">On, h in a day.</param>
    /// <param name="secondUmol">At a second strength, before or after: µmol/m²·s; null: there is none.</param>
    /// <param name="secondHours">For so long, h in a day.</param>
    public static PlaceLight? Of(PlaceKind kind, double? lampUmol, double? lampHours, double? secondUmol = null, double? secondHours = null)
    {
        var sky = PlaceType.Of(kind).Daylight;
        var lamps = Day(lampUmol, lampHours) + Day(secondUmol, secondHours);
        return lamps == 0 && sky == 0 ? null : new(lamps, sky);

        static double Day(double? at, double? on) => at is { } umol && on is { } hours ? Care.LampLight.DliOf(umol, hours) : 0;
    }
}
