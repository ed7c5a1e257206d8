using FsCheck.Xunit;
using Juvenal.Core.Care;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Care;

/// <summary>When plants are fed, how strong, how much.</summary>
public class FeedingTests
{
    private static readonly DateOnly Today = new(2026, 4, 18);
    private static readonly Container Cells = new("72-cell tray", 0.05, 72, false, ContainerForm.Tray);
    private static readonly Container Pot = new("9 cm pot", 0.4);

    private static FedGroup Tray(int upDays) => new(70, 72, Cells, StepKind.Up, Today.AddDays(-upDays), Today.AddDays(-upDays - 8));

    private static FedGroup Pots(int days, StepKind reached = StepKind.Move) =>
        new(70, 70, Pot, reached, Today.AddDays(-40), Today.AddDays(-days));

    /// <summary>Seedlings 50–100 ppm of nitrogen, growing on 100–200: university extension, from memory.</summary>
    [Theory]
    [InlineData(FeedingRule.Weekly, 75, 150)]
    [InlineData(FeedingRule.EachWatering, 37.5, 75)]
    [InlineData(FeedingRule.Fortnightly, 75, 200)]
    public void Strength_goes_by_stage_and_rule(FeedingRule rule, double seedlings, double pots)
    {
        Assert.Equal(seedlings, Feeding.Of(Tray(20), rule, Today).Ppm, 9);
        Assert.Equal(pots, Feeding.Of(Pots(20), rule, Today).Ppm, 9);
        Assert.Equal(70 * 0.4 * Feeding.VolumeShare, Feeding.Of(Pots(20), rule, Today).Litres, 9);
    }

    [Fact]
    public void Not_fed_are_the_young_the_moved_and_what_hardens()
    {
        Assert.Equal(Unfed.TooYoung, Feeding.Of(Tray(Feeding.FromDays - 1), FeedingRule.Weekly, Today).Not);
        Assert.Null(Feeding.Of(Tray(Feeding.FromDays), FeedingRule.Weekly, Today).Not);
        Assert.Equal(Unfed.JustMoved, Feeding.Of(Pots(Feeding.RestDays - 1), FeedingRule.Weekly, Today).Not);
        Assert.Null(Feeding.Of(Pots(Feeding.RestDays), FeedingRule.Weekly, Today).Not);
        Assert.Equal(Unfed.Hardening, Feeding.Of(Pots(20, StepKind.Harden), FeedingRule.Weekly, Today).Not);
        Assert.Equal(Unfed.Elsewhere, Feeding.Of(Tray(20) with { UpOn = null }, FeedingRule.Weekly, Today).Not);
        Assert.Equal(Unfed.Elsewhere, Feeding.Of(Pots(20) with { In = null }, FeedingRule.Weekly, Today).Not);
    }

    [Fact]
    public void With_the_water_of_the_move_it_is_that_day_and_in_the_mix_never()
    {
        Assert.Equal(Feed.GrowingPpm, Feeding.Of(Pots(0), FeedingRule.WithMove, Today).Ppm);
        Assert.Equal(Unfed.ByRule, Feeding.Of(Pots(1), FeedingRule.WithMove, Today).Not);
        foreach (var group in new[] { Tray(20), Pots(0), Pots(30) })
            Assert.Equal(0, Feeding.Of(group, FeedingRule.InMix, Today).Ppm);
    }

    /// <summary>Whatever stands anywhere: never above the most that is usual, and nothing in water without feed.</summary>
    [Property]
    public bool Never_stronger_than_is_usual(byte up, byte inPot, byte step, byte rule, bool tray)
    {
        var reached = (StepKind)(step % 6);
        var group = tray ? Tray(up % 60) with { Reached = reached } : Pots(inPot % 60, reached);
        var share = Feeding.Of(group, (FeedingRule)(rule % 5), Today);
        return share.Ppm is >= 0 and <= Feed.StrongestPpm && share.Ppm > 0 == share.Litres > 0 && share.Ppm > 0 == share.Not is null;
    }

    [Fact]
    public void A_place_is_due_again_after_the_days_of_the_rule()
    {
        Assert.True(Feeding.Due(FeedingRule.Weekly, null, Today));
        Assert.False(Feeding.Due(FeedingRule.Weekly, Today.AddDays(-6), Today));
        Assert.True(Feeding.Due(FeedingRule.Weekly, Today.AddDays(-7), Today));
        Assert.False(Feeding.Due(FeedingRule.EachWatering, Today, Today));
        Assert.True(Feeding.Due(FeedingRule.EachWatering, Today.AddDays(-1), Today));
    }
}
