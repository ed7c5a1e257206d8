using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Xunit;

namespace Juvenal.Core.Tests.Decision;

/// <summary>Go or hold by the factors of a day, and the first such day of past years.</summary>
public class GoTests
{
    private static readonly GoQuestion Mild = new(
        Crop.Tomato,
        0.1,
        0.05,
        [11, 12, 13, 12, 11, 12, 13],
        [18, 19, 20, 21, 22, 20, 19],
        16,
        ChillShare: 0.2,
        GustsKmh: [25, 30],
        RungsDone: 10
    );

    private static GoDecision Of(GoQuestion question) => PlantingDecision.Of(question).Value;

    private static FactorResult Result(GoQuestion question, string name) => Of(question).Factors.Single(f => f.Name == name).Result;

    [Fact]
    public void Nine_factors_stand_side_by_side_in_their_order_and_all_passed_is_go()
    {
        var decision = Of(Mild);
        Assert.Equal(
            ["freeze-risk", "freeze", "nights", "days", "heat", "soil", "chill", "wind", "hardening"],
            decision.Factors.Select(f => f.Name)
        );
        Assert.Equal(GoVerdict.Go, decision.Verdict);
        Assert.All(decision.Factors, f => Assert.Equal(FactorResult.Pass, f.Result));
    }

    /// <summary>Each limit as the published contract has it: just there, just short, just beyond what is near.</summary>
    [Theory]
    [InlineData("freeze-risk", 0.1, 0.2, 0.2001)]
    [InlineData("heat", 30, 35, 35.1)]
    [InlineData("wind", 40, 60, 60.1)]
    public void What_must_not_be_passed_is_near_for_a_while_and_then_fails(string name, double pass, double near, double fail)
    {
        GoQuestion With(double v) =>
            name switch
            {
                "freeze-risk" => Mild with { FreezeRiskAfter = v },
                "heat" => Mild with { DaysHighC = [18, v, 20, 21, 22, 20, 19] },
                _ => Mild with { GustsKmh = [12, v] },
            };
        Assert.Equal(
            (FactorResult.Pass, FactorResult.Near, FactorResult.Fail),
            (Result(With(pass), name), Result(With(near), name), Result(With(fail), name))
        );
        Assert.Equal(
            (GoVerdict.Go, GoVerdict.GoWithCover, GoVerdict.Hold),
            (Of(With(pass)).Verdict, Of(With(near)).Verdict, Of(With(fail)).Verdict)
        );
    }

    [Theory]
    [InlineData(Crop.Tomato, "nights", 10, 7, 6.9)]
    [InlineData(Crop.Tomato, "soil", 15.5, 13, 12.9)]
    [InlineData(Crop.Tomato, "days", 15, 12, 11.9)]
    [InlineData(Crop.Pepper, "nights", 13, 10, 9.9)]
    [InlineData(Crop.Pepper, "soil", 18, 15, 14.9)]
    [InlineData(Crop.Pepper, "days", 20, 17, 16.9)]
    [InlineData(Crop.Tomato, "hardening", 10, 9, 8)]
    public void What_must_be_reached_is_near_for_a_while_and_then_fails(Crop crop, string name, double pass, double near, double fail)
    {
        var mild = Mild with
        {
            Crop = crop,
            NightsC = [.. Enumerable.Repeat(15.0, 7)],
            DaysHighC = [.. Enumerable.Repeat(22.0, 7)],
            SoilMorningC = 19,
        };
        GoQuestion With(double v) =>
            name switch
            {
                "nights" => mild with { NightsC = [15, 15, v, 15, 15, 15, 15] },
                "soil" => mild with { SoilMorningC = v },
                "days" => mild with { DaysHighC = [.. Enumerable.Repeat(v, 7)] },
                _ => mild with { RungsDone = (int)v },
            };
        Assert.Equal(
            (FactorResult.Pass, FactorResult.Near, FactorResult.Fail),
            (Result(With(pass), name), Result(With(near), name), Result(With(fail), name))
        );
    }

    [Fact]
    public void Frost_has_no_near_and_the_later_nights_count_a_degree_lower()
    {
        Assert.Equal(FactorResult.Fail, Result(Mild with { NightsC = [12, 12, 0, 12, 12, 12, 12] }, "freeze"));
        Assert.Equal(FactorResult.Pass, Result(Mild with { NightsC = [12, 12, 0.1, 12, 12, 12, 12] }, "freeze"));
        Assert.Equal(FactorResult.Fail, Result(Mild with { NightsC = [12, 12, 12, 1, 12, 12, 12] }, "freeze"));
        // The eighth night is none of the week's, and freezes all the same.
        var late = Mild with
        {
            NightsC = [12, 12, 12, 12, 12, 12, 12, 0.5],
            DaysHighC = [18, 19, 20, 21, 22, 20, 19, 18],
        };
        Assert.Equal((FactorResult.Pass, FactorResult.Fail), (Result(late, "nights"), Result(late, "freeze")));
        Assert.Equal(FactorResult.Pass, Result(late with { GainC = 2 }, "freeze"));
    }

    [Fact]
    public void What_is_not_known_decides_nothing_and_what_cannot_be_is_said_at_its_field()
    {
        var unknown = Mild with { SoilMorningC = null, ChillShare = null, GustsKmh = null };
        Assert.Equal(GoVerdict.Go, Of(unknown).Verdict);
        Assert.Equal(3, Of(unknown).Factors.Count(f => f is { Result: FactorResult.Unknown, Value: null }));
        foreach (
            var (odd, field) in new[]
            {
                (Mild with { NightsC = [1, 2, 3] }, "nightsC"),
                (Mild with { DaysHighC = [20] }, "daysHighC"),
                (Mild with { AcceptedRisk = 0 }, "acceptedRisk"),
                (Mild with { FreezeRiskAfter = 1.1 }, "freezeRiskAfter"),
                (Mild with { ChillShare = double.NaN }, "chillShare"),
                (Mild with { RungsNeeded = 0 }, "rungsNeeded"),
            }
        )
            Assert.Contains(PlantingDecision.Of(odd).Failures, f => f.Field == field);
    }

    /// <summary>Warmer nights, days and soil, less risk, less wind, more hardening never turn go into hold.</summary>
    [Property]
    public void Better_is_never_worse(byte night, byte day, byte soil, byte risk, byte gain)
    {
        var question = Mild with
        {
            NightsC = [.. Enumerable.Repeat((night % 20) - 4.0, 7)],
            DaysHighC = [.. Enumerable.Repeat((day % 20) + 8.0, 7)],
            SoilMorningC = 8 + (soil % 12),
            FreezeRiskAfter = (risk % 40) / 100.0,
        };
        var better = question with
        {
            GainC = gain % 5,
            SoilMorningC = question.SoilMorningC + 1,
            FreezeRiskAfter = question.FreezeRiskAfter / 2,
            DaysHighC = [.. question.DaysHighC.Select(d => Math.Min(d + 1, 30))],
        };
        Assert.True(Of(better).Verdict <= Of(question).Verdict);
    }

    /// <summary>A made-up spring: freezes end on a day of its own, and it warms by a tenth of a degree a day.</summary>
    private static PastYear Year(int year, int lastFreeze, int days = 250, double soil = 16) =>
        new(
            year,
            [.. Enumerable.Range(1, days).Select(d => d <= lastFreeze ? -1.0 : 12.0)],
            [.. Enumerable.Range(1, days).Select(_ => 20.0)],
            [.. Enumerable.Range(1, days).Select(_ => soil)]
        );

    [Fact]
    public void Each_year_opens_on_the_first_day_that_is_not_held_and_the_days_spread_as_the_years_did()
    {
        var years = Enumerable.Range(0, 19).Select(i => Year(2000 + i, 100 + i)).ToList();
        var found = FirstDays.Of(Crop.Tomato, 0.5, years).Value;
        // The morning after its own last freeze: the risk of other years' freezes is small by then, half of them accepted.
        Assert.All(found.Days.Zip(years), p => Assert.True(p.First.Day >= p.Second.Year - 2000 + 101));
        Assert.Equal(found.Days.Select(d => d.Day!.Value).Order().ToList()[9], found.MidDay);
        Assert.Equal(found.Days.Select(d => d.Day!.Value).Order().ToList()[1], found.LowDay);
        Assert.Equal(found.Days.Select(d => d.Day!.Value).Order().ToList()[17], found.HighDay);
        Assert.Equal((0, false), (found.Never, found.OpenAllWinter));
        // Less risk is accepted: no year opens earlier.
        var careful = FirstDays.Of(Crop.Tomato, 0.05, years).Value;
        Assert.All(found.Days.Zip(careful.Days), p => Assert.True(p.First.Day <= p.Second.Day));
    }

    [Fact]
    public void Years_that_never_open_come_last_and_a_place_without_winter_is_open_all_of_it()
    {
        // Soil too cold in three of nineteen.
        var years = Enumerable.Range(0, 19).Select(i => Year(2000 + i, 100, soil: i < 3 ? 5 : 16)).ToList();
        var found = FirstDays.Of(Crop.Tomato, 0.5, years).Value;
        Assert.Equal((3, null), (found.Never, found.HighDay));
        Assert.NotNull(found.MidDay);
        var south = FirstDays.Of(Crop.Tomato, 0.1, [.. Enumerable.Range(0, 12).Select(i => Year(2000 + i, 0))]).Value;
        Assert.True(south.OpenAllWinter);
        Assert.Equal((1.0, 1.0), (south.LowDay, south.HighDay));
    }

    [Fact]
    public void Too_few_years_or_days_are_said_at_their_field()
    {
        Assert.Equal("years", FirstDays.Of(Crop.Tomato, 0.1, [Year(2000, 100)]).Failures.Single().Field);
        var years = Enumerable.Range(0, 10).Select(i => Year(2000 + i, 100)).ToList();
        years[4] = Year(2004, 100, days: 200);
        Assert.Equal("years[4].minimumC", FirstDays.Of(Crop.Tomato, 0.1, years).Failures.Single().Field);
        years[4] = Year(2004, 100) with { SoilMorningC = [1] };
        Assert.Equal("years[4].soilMorningC", FirstDays.Of(Crop.Tomato, 0.1, years).Failures.Single().Field);
    }

    /// <summary>The rule of the contract written down once more, as slowly as it is said there.</summary>
    [Property(MaxTest = 20)]
    public void It_is_what_the_contract_says(byte[] noise)
    {
        var chance = new Random(noise.Aggregate(17, (a, b) => (a * 31) + b));
        var years = Enumerable
            .Range(0, 10)
            .Select(i => new PastYear(
                2000 + i,
                [.. Enumerable.Range(1, 240).Select(d => (d / 9.0) - 6 + (chance.NextDouble() * 6))],
                [.. Enumerable.Range(1, 240).Select(d => (d / 9.0) + 4 + (chance.NextDouble() * 6))],
                [.. Enumerable.Range(1, 240).Select(d => (d / 8.0) - 2)]
            ))
            .ToList();
        var found = FirstDays.Of(Crop.Pepper, 0.2, years, gainC: 1).Value;
        double Risk(int d) =>
            years.Average(y =>
            {
                var last = Enumerable.Range(1, 212).Where(k => y.MinimumC[k - 1] + 1 <= 0).DefaultIfEmpty(-1).Max();
                return last < 0 ? 0 : MathNet.Numerics.Distributions.Normal.CDF(0, 1, (last - d + 0.5) / 4);
            });
        double Chill(int d) =>
            years
                .SelectMany(y => Enumerable.Range(d + 10, 14).Where(k => k <= 240).Select(k => y.MinimumC[k - 1] + 1 < 10 ? 1.0 : 0))
                .Average();
        foreach (var (year, day) in years.Zip(found.Days))
        {
            var expected = Enumerable
                .Range(1, 212)
                .Cast<int?>()
                .FirstOrDefault(d =>
                    PlantingDecision
                        .Of(
                            new(
                                Crop.Pepper,
                                0.2,
                                Risk(d!.Value + 10),
                                [.. year.MinimumC.Skip(d.Value - 1).Take(10)],
                                // Heat is left out.
                                [.. year.MaximumC.Skip(d.Value - 1).Take(10)],
                                year.SoilMorningC![d.Value - 1],
                                1,
                                Chill(d.Value),
                                RungsDone: 10
                            )
                        )
                        .Value.Factors.Where(f => f.Name != "heat")
                        .All(f => f.Result != FactorResult.Fail)
                );
            Assert.Equal(expected, day.Day);
        }
    }
}
