using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>What the work to come takes, and by when.</summary>
public class NeedsTests
{
    private static readonly DateOnly First = new(2026, 3, 2);

    private static readonly Recipe Seed = new(MixUse.Sowing, [new("Seed mix", 1)]);

    private static readonly Recipe Mixed = new(MixUse.FirstMove, [new("seed mix", 1), new("Potting mix", 1, 10)]);

    private static WorkToCome Sow(int day, int cells, int? trays, string seed, int? left, string tray = "72-cell tray") =>
        new(StepKind.Begin, First.AddDays(day), tray, cells, trays, cells * 0.05, Seed, seed, cells, left);

    private static WorkToCome Pot(int day, int pots, string pot = "9 cm pot") =>
        new(StepKind.Move, First.AddDays(day), pot, pots, null, pots * 0.46, Mixed, null, 0, null);

    private static Need? Of(NeedKind kind, params WorkToCome[] work) => Needs.Of(work).SingleOrDefault(n => n.Kind == kind);

    [Fact]
    public void Pots_of_a_kind_are_one_line_from_the_first_day_they_are_asked_for()
    {
        var needs = Needs.Of([Pot(20, 40), Pot(12, 30), Pot(15, 8, "13 cm pot")]);
        Assert.Contains(new Need(NeedKind.Pots, "9 cm pot", 70, First.AddDays(12)), needs);
        Assert.Contains(new Need(NeedKind.Pots, "13 cm pot", 8, First.AddDays(15)), needs);
        Assert.Equal(78, needs.Single(n => n.Kind == NeedKind.Labels).Amount);
        Assert.Equal(78 * 0.46 / 2, needs.Single(n => n.Name == "Potting mix").Amount, 9);
    }

    [Fact]
    public void A_part_that_two_mixes_share_is_one_line_and_its_bags_are_rounded_once()
    {
        var needs = Needs
            .Of([Sow(9, 100, 2, "Lantern Row", 900), Pot(12, 30), Pot(15, 8), Pot(30, 5)])
            .Where(n => n.Kind == NeedKind.Mix)
            .ToList();
        Assert.Equal(["Seed mix", "Potting mix"], needs.Select(n => n.Name));
        Assert.Equal((43 * 0.46 / 2) + 5, needs[0].Amount, 9);
        Assert.Equal((null, First.AddDays(9)), (needs[0].Bags, needs[0].By));
        // 9.89 L in bags of 10: one, not one for each job.
        Assert.Equal((1, First.AddDays(12)), (needs[1].Bags, needs[1].By));
    }

    [Fact]
    public void A_packet_is_short_from_the_sowing_that_it_fails()
    {
        Assert.Null(Of(NeedKind.Seed, Sow(0, 50, 1, "Lantern Row", 100), Sow(7, 50, 1, "Lantern Row", 100)));
        var short_ = Of(NeedKind.Seed, Sow(0, 50, 1, "Lantern Row", 80), Sow(7, 50, 1, "Lantern Row", 80));
        Assert.Equal(new Need(NeedKind.Seed, "Lantern Row", 20, First.AddDays(7)), short_);
        // No packet is named: all of it is to be had.
        Assert.Equal(50, Of(NeedKind.Seed, Sow(0, 50, 1, "Saltglass", null))!.Amount);
    }

    [Fact]
    public void What_is_sown_in_pots_takes_pots_and_not_trays()
    {
        Assert.Equal(12, Of(NeedKind.Trays, Sow(0, 12, null, "Slow Furnace", 40, "7 cm pot"))!.Amount);
        Assert.Equal(2, Of(NeedKind.Trays, Sow(0, 100, 2, "Slow Furnace", 400))!.Amount);
    }

    [Fact]
    public void The_far_end_of_the_season_is_left_for_later()
    {
        Assert.DoesNotContain(Needs.Of([Pot(0, 10), Pot(Needs.Ahead + 1, 99, "2 L pot")]), n => n.Name == "2 L pot");
        Assert.Contains(Needs.Of([Pot(0, 10), Pot(Needs.Ahead, 99, "2 L pot")]), n => n.Name == "2 L pot");
        Assert.Empty(Needs.Of([]));
    }
}
