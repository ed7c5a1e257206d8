using Juvenal.Core.Growth;
using Juvenal.Core.Hardening;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using MathNet.Numerics.Distributions;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>What a plan says can be reckoned again from the numbers it opens, and it warns of what can be mended.</summary>
public class OpenedTests
{
    private static readonly string[] Sums =
    [
        "ladder-before-planting",
        "hardened-by",
        "days-to-ripe",
        "days-to-ripe-by-kind",
        "pepper-after-tomatoes",
        "sow-back-from-window",
    ];

    /// <summary>Thirty plans, opened by hand: days of emergence and of a full pot follow from the terms that are shown.</summary>
    [Fact]
    public void Numbers_that_are_opened_make_the_days()
    {
        var opened = 0;
        foreach (var warm in Enumerable.Range(0, 10))
        {
            foreach (var moves in new[] { 1, 2, 3 })
            {
                var path = Nurseries.Path(16 + (warm * 0.7), 13 + (warm * 0.5), 22 + (warm * 0.5), moves);
                // Small pots are full before the leaves ask for the next.
                path = path with
                {
                    Moves = [.. path.Moves.Select(m => m with { Container = new("Small pot", 0.02) })],
                };
                foreach (var why in Planner.Plan(Nurseries.Request(path: path)).Value.Steps.SelectMany(s => s.Reasons))
                {
                    if (why.Code == "emergence-at")
                    {
                        Assert.Equal(why.Value!.Value, why.Terms![0] / why.Terms[1], 6);
                        Assert.Equal(EmergenceTable.For(Nurseries.Tomato.Crop).RatePerDay(why.Limit!.Value), why.Terms[1], 9);
                        opened++;
                    }

                    if (why.Code == "mix-for")
                    {
                        Assert.Equal(why.Terms![0] * why.Terms[1] * why.Terms[2], why.Value!.Value, 9);
                        Assert.Equal((why.Limit!.Value, 1 + Mix.Settling), (why.Terms[0], why.Terms[2]));
                        opened++;
                    }

                    if (why.Code == "cells-for")
                    {
                        Assert.Equal(why.Terms![0] * why.Terms[1] * why.Terms[2], why.Terms[3], 9);
                        Assert.Equal((why.Value!.Value, 0.85), (why.Terms[0], why.Terms[4]));
                        opened++;
                    }

                    if (Sums.Contains(why.Code))
                    {
                        // Parts and their sum, in the order in which they are shown.
                        Assert.Equal(why.Terms![^1], why.Terms.Take(why.Terms.Count - 1).Sum(), 6);
                        opened++;
                    }

                    if (why.Code == "sow-back-from-window")
                    {
                        Assert.Equal((why.Value!.Value, why.Subject!.Split(',').Length + 1), (why.Terms![^1], why.Terms.Count));
                        opened++;
                    }

                    if (why.Code == "freeze-risk")
                    {
                        Assert.Equal(why.Terms![3], Math.Ceiling(Math.Round(why.Terms[0] + (why.Terms[1] * why.Terms[2]), 6)));
                        Assert.Equal(why.Value!.Value, 1 - Normal.CDF(0, 1, why.Terms[1]), 9);
                        opened++;
                    }

                    if (why.Code == "setback")
                    {
                        Assert.Equal(why.Value!.Value, why.Terms![0]);
                        Assert.Equal([Setback.PrickingOutDays, Setback.PottingUpDays], why.Terms.OrderDescending());
                        opened++;
                    }

                    if (why.Code != "pot-full")
                        continue;
                    Assert.Equal(why.Value!.Value, why.Terms![0] / why.Terms[1], 6);
                    Assert.Equal(why.Terms[4] * Math.Pow(why.Terms[3] / PotHold.ReferenceLitres, PotHold.VolumePower), why.Terms[0], 6);
                    opened++;
                }
            }
        }

        Assert.True(opened >= 300, $"{opened} were opened");
    }

    [Fact]
    public void Cold_seed_is_warned_of_with_what_would_mend_it()
    {
        var cold = Planner.Plan(Nurseries.Request(path: Nurseries.Path(16, 13, 12))).Value;
        var warning = Assert.Single(cold.Warnings, w => w.Code == "slow-to-come-up-cold");
        Assert.True(warning.Value >= PlanWarnings.SlowUpDays && warning.Limit < 8);
        Assert.DoesNotContain(Planner.Plan(Nurseries.Request()).Value.Warnings, w => w.Code.StartsWith("slow", StringComparison.Ordinal));
    }

    [Fact]
    public void Hardening_indoors_and_in_nights_that_stay_cold_is_said()
    {
        var request = Nurseries.Request();
        Assert.Contains(Planner.Plan(request).Value.Warnings, w => w.Code == "hardened-indoors");
        var outside = request with { Path = request.Path with { Hardening = request.Path.Hardening with { Outdoors = true } } };
        Assert.DoesNotContain(Planner.Plan(outside).Value.Warnings, w => w.Code.StartsWith("hardened", StringComparison.Ordinal));
        var never = LadderDays.From(
            new(2025, 8, 1),
            [
                [.. Enumerable.Repeat((0.0, 20.0), 549)],
            ],
            Nurseries.Tomato.Crop,
            Ladder.Of(10)
        );
        Assert.Contains(Planner.Plan(outside with { Ladder = never }).Value.Warnings, w => w.Code == "hardened-in-cold-nights");
    }
}
