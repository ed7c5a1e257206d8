using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Rules;

namespace Juvenal.Core.Hardening;

/// <summary>A day as it was, or as it was forecast.</summary>
/// <param name="HighC">Of the day, °C.</param>
/// <param name="NightC">Low of the night after it, °C.</param>
public readonly record struct LivedDay(double HighC, double NightC);

/// <summary>What a house lives by.</summary>
/// <param name="Crop">Tomato or pepper.</param>
/// <param name="Ladder">By the house rule.</param>
/// <param name="By">The rule.</param>
/// <param name="BedGainC">Nights in the bed are so much warmer, °C.</param>
/// <param name="CoverC">Of the cover at hand, °C.</param>
public sealed record LivedBy(Crop Crop, IReadOnlyList<Rung> Ladder, HardeningBy By, double BedGainC, double CoverC);

/// <summary>
/// A spring that was lived day by day, with nothing but what the Round said each morning and evening: out by the rung, in by Tonight,
/// planted on the first day that says go, or go with cover.
/// </summary>
/// <param name="HardenedOn">Day of the last rung, from 0; null: not within the days.</param>
/// <param name="PlantedOn">Null: not within the days.</param>
/// <param name="DaysOut">Days that pots were carried out, or stood out.</param>
/// <param name="NightsOut">Nights that pots were out.</param>
/// <param name="NightsIn">Nights on which Tonight had them in.</param>
/// <param name="NightsRung">Nights on which Tonight rang, in pots or in the bed.</param>
/// <param name="NightsInBed">From planting to the end.</param>
/// <param name="Lost">Nights on which they would have frozen as they were.</param>
/// <param name="UnderLimitC">The most that a night they were left out in was colder than their limit, °C, from 0.</param>
/// <param name="ForecastErrorC">How much colder that night was than its forecast, °C.</param>
/// <param name="ShortC">By how much two layers were known not to do that night, in the bed, °C.</param>
public sealed record SpringLived(
    int? HardenedOn,
    int? PlantedOn,
    int DaysOut,
    int NightsOut,
    int NightsIn,
    int NightsRung,
    int NightsInBed,
    int Lost,
    double UnderLimitC,
    double ForecastErrorC,
    double ShortC
)
{
    /// <summary>Tissue freezes at the plant, °C. [published, from memory]</summary>
    public const double KillsC = -1;

    /// <summary>Two layers with air between keep off so much of what one does. [common practice, no source]</summary>
    public const double TwoLayers = 1.75;

    /// <summary>Lives it.</summary>
    /// <param name="house">By what.</param>
    /// <param name="was">Day by day from when the plants are ready to harden.</param>
    /// <param name="forecast">Of a day and the night after it, as it was made that morning.</param>
    /// <param name="decide">Go or hold of a day, with so many rungs behind them.</param>
    public static SpringLived Of(LivedBy house, IReadOnlyList<LivedDay> was, Func<int, LivedDay> forecast, Func<int, int, GoVerdict> decide)
    {
        ArgumentNullException.ThrowIfNull(house);
        ArgumentNullException.ThrowIfNull(was);
        ArgumentNullException.ThrowIfNull(forecast);
        ArgumentNullException.ThrowIfNull(decide);
        var (done, owed, hardened, planted) = (0, 0.0, (int?)null, (int?)null);
        var (daysOut, nightsOut, nightsIn, rang, inBed, lost) = (0, 0, 0, 0, 0, 0);
        var (under, error, short_) = (0.0, 0.0, 0.0);
        for (var day = 0; day < was.Count; day++)
        {
            var (real, said) = (was[day], forecast(day));
            if (planted is null && done >= house.Ladder.Count && decide(day, done) != GoVerdict.Hold)
                planted = day;
            if (planted is { } since)
            {
                inBed++;
                var state = day - since >= Tonight.SettledDays ? Tenderness.Settled : Tenderness.Hardened;
                var call = new OutTonight(house.Crop, state, said.NightC + house.BedGainC);
                // What is planted cannot be carried in: a second layer where one does not do.
                var cover =
                    call.Call < NightCall.Act ? 0
                    : call.Call == NightCall.Act && call.LowC + house.CoverC >= call.LimitC ? house.CoverC
                    : house.CoverC * TwoLayers;
                rang += call.Call >= NightCall.Act ? 1 : 0;
                Night(real.NightC + house.BedGainC, said.NightC + house.BedGainC, cover, call.LimitC);
                continue;
            }

            var rung = TodaysRung.Of(
                house.Crop,
                house.Ladder,
                house.By,
                new(done, house.Ladder.Count, owed, null, [], done, AnySaid: true),
                new(said.NightC, said.HighC),
                house.CoverC
            );
            var staysIn = rung?.Call == RungCall.StayIn;
            var wantsNight = rung is null || (rung.StaysOut && !staysIn);
            var tender = rung is null ? Tenderness.Hardened : Tenderness.Tender;
            var over = rung is { StaysOut: true } ? house.CoverC : 0;
            var tonight = new OutTonight(house.Crop, tender, said.NightC + over);
            var out_ = wantsNight && tonight.Call < NightCall.Act;
            rang += wantsNight && tonight.Call >= NightCall.Act ? 1 : 0;
            nightsIn += wantsNight && !out_ ? 1 : 0;
            daysOut += staysIn ? 0 : 1;
            if (out_)
            {
                nightsOut++;
                Night(real.NightC, said.NightC, over, tonight.LimitC);
            }

            if (rung is null || staysIn)
                continue;
            (done, owed) = Ladder.After(
                house.Crop,
                house.Ladder,
                done,
                owed,
                new(rung.Rung.Hours, rung.Rung.SunHours, real.NightC, real.HighC, out_, over)
            );
            if (done >= house.Ladder.Count)
                hardened ??= day;
        }

        return new(hardened, planted, daysOut, nightsOut, nightsIn, rang, inBed, lost, under, error, short_);

        void Night(double real, double said, double cover, double limit)
        {
            lost += real + cover <= KillsC ? 1 : 0;
            var below = limit - (real + cover);
            if (below > under)
                (under, error, short_) = (below, said - real, Math.Max(0, limit - (said + cover)));
        }
    }
}
