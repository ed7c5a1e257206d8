using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Rules;

namespace Juvenal.Core.Site;

/// <summary>One thing that a planting window waits for.</summary>
/// <param name="Code">freeze, pepper-timing, nights or soil.</param>
/// <param name="Low">When it opens in a warm year (1 of 10); null where it never does.</param>
/// <param name="Opens">When it opens in the mean year; null where it never does.</param>
/// <param name="High">When it opens in a cold year (1 of 10); null where it does not.</param>
/// <param name="Limit">°C, or the share of springs.</param>
/// <param name="Best">For a gate of warmth: the warmest that the mean year comes to, °C.</param>
/// <param name="WithCover">True where it opens only at the nearer limit: plants go out under cover.</param>
/// <param name="Reason">In one sentence.</param>
public sealed record WindowGate(
    string Code,
    DateOnly? Low,
    DateOnly? Opens,
    DateOnly? High,
    double Limit,
    double? Best,
    bool WithCover,
    Reason Reason
)
{
    /// <summary>By how far a gate of warmth that never opens falls short, °C; null where it opens.</summary>
    public double? ShortBy => Opens is null && Best is { } best ? Limit - best : null;
}

/// <summary>How warm it has to be for planting out; below, a nearer limit at which plants may go with cover.</summary>
internal static class Warmth
{
    /// <summary>A clear night is this much warmer in a bare tunnel: 0–2 °C. [common practice, no source]</summary>
    public const double TunnelNightGainC = 1;

    /// <summary>Early-morning soil at 10 cm for tomatoes: 60 °F. University extension; from memory.</summary>
    public const double TomatoSoilC = 15.5;

    internal const double NearTomatoNightC = 7;
    internal const double NearPepperNightC = 10;
    internal const double NearTomatoSoilC = 13;
    internal const double NearPepperSoilBelowC = 3;

    public static IEnumerable<WindowGate> Gates(Crop crop, SiteSeason site, HouseRules rules, Surface surface)
    {
        if (site.Climate is not { } climate)
            yield break;
        var tomato = crop == Crop.Tomato;
        var nights = surface == Surface.Tunnel ? climate.Nights.Plus(TunnelNightGainC) : climate.Nights;
        var night = tomato ? rules.TomatoNightC : rules.PepperNightC;
        yield return Gate(
            "nights",
            nights,
            night,
            Math.Min(night - 0.5, tomato ? NearTomatoNightC : NearPepperNightC),
            site,
            RuleCodes.PlanningNights,
            "model"
        );
        var soil = tomato ? TomatoSoilC : rules.PepperSoilC;
        yield return Gate(
            "soil",
            climate.SoilMorningUnder(surface),
            soil,
            tomato ? NearTomatoSoilC : soil - NearPepperSoilBelowC,
            site,
            tomato ? null : RuleCodes.PepperSoil,
            "extension"
        );
    }

    private static WindowGate Gate(string code, SeasonCurve curve, double limit, double near, SiteSeason site, string? rule, string source)
    {
        var crossing = curve.Reaches(limit, site.Hemisphere);
        var cover = crossing.AxisDay is null && curve.Reaches(near, site.Hemisphere).AxisDay is not null;
        var at = cover ? near : limit;
        var opens = Day(0);
        var reason = (opens, cover) switch
        {
            (null, _) => new Reason(code + "-never", crossing.Warmest, limit, "C", rule, source),
            (_, true) => new Reason(code + "-near", crossing.Warmest, near, "C", rule, source, Day: opens),
            _ => new Reason(code + "-reach", null, limit, "C", rule, source, Day: opens),
        };
        return new(
            code,
            opens is null ? null : Day(SpringFreeze.ZOfOneInTen),
            opens,
            opens is null ? null : Day(-SpringFreeze.ZOfOneInTen),
            limit,
            crossing.Warmest,
            cover,
            reason
        );

        DateOnly? Day(double z) => curve.Reaches(at, site.Hemisphere, z).AxisDay is { } day ? SeasonAxis.Date(day, site.Season) : null;
    }
}
