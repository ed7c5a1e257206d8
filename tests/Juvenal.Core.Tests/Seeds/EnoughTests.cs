using FsCheck.Xunit;
using Juvenal.Core.Ledger;
using Juvenal.Core.Seeds;
using MathNet.Numerics.Distributions;
using Xunit;

namespace Juvenal.Core.Tests.Seeds;

/// <summary>Whether there will be enough, from sowing on; how many are to spare; who goes short of a packet.</summary>
public class EnoughTests
{
    [Fact]
    public void What_was_sown_says_how_likely_it_is_to_be_enough()
    {
        // Known for certain but for the tray and the bench: near the plain binomial's mean, and less sure than it.
        var lot = Germinability.From(0.85, 100_000);
        var one = Prospect.Sown(72, 1, lot, 48, 0.95, Twins.Snip);
        Assert.Equal((55, Math.Round(72 * 0.765 * 0.95, 9)), (one.Usable, Math.Round(one.Expected, 9)));
        Assert.InRange(one.ProbabilityOfEnough, 0.5, 1 - Binomial.CDF(0.765 * 0.95, 72, 47));
        // Two to a cell: a cell gives a plant unless neither comes up; separated, each may.
        var two = Prospect.Sown(40, 2, lot, 48, 0.95, Twins.Snip);
        Assert.Equal(0, two.ProbabilityOfEnough);
        Assert.Equal(40 * (1 - (0.235 * 0.235)) * 0.95, two.Expected, 0.35);
        Assert.True(Prospect.Sown(40, 2, lot, 48, 0.95, Twins.Separate).ProbabilityOfEnough > 0.85);
        // Side shoots root one by one.
        Assert.Equal(1 - Binomial.CDF(0.8 * 0.95, 20, 13), Prospect.Taking(20, 0.8, 14, 0.95).ProbabilityOfEnough, 9);
    }

    [Property]
    public void Without_the_spare_ones_it_is_enough_and_without_one_more_it_is_not(byte up, byte wanted, byte survival)
    {
        var (plants, want, lives) = (1 + up, 1 + (wanted % 200), 0.5 + (survival / 512.0));
        var prospect = Prospect.Of(Standing(plants), want, lives, Twins.Snip, confidence: 0.9);
        Assert.InRange(prospect.Spare, 0, plants);
        var left = plants - prospect.Spare;
        if (prospect.Spare > 0)
            Assert.True(Predictive.Live(want, left, lives) >= 0.9);
        if (left > 0 && prospect.Spare > 0)
            Assert.True(Predictive.Live(want, left - 1, lives) < 0.9);
        else if (prospect.Spare == 0 && left == plants)
            Assert.True(Predictive.Live(want, plants - 1, lives) < 0.9);
    }

    private static BatchState Standing(int plants)
    {
        var spot = new Spot(Guid.NewGuid(), Guid.NewGuid());
        var group = new Group(new(Guid.NewGuid()), spot, plants, plants, Usual.PrickOut, new DateOnly(2026, 4, 1));
        return new(
            Usual.Route,
            plants,
            plants,
            [group],
            0,
            0,
            new Dictionary<Core.Season.StepId, DateOnly>(),
            new Dictionary<Core.Season.StepId, (DateOnly, string)>(),
            []
        );
    }

    private static readonly Guid A = Guid.NewGuid(),
        B = Guid.NewGuid(),
        Packet = Guid.NewGuid();

    [Fact]
    public void Two_sowings_of_one_packet_do_not_both_get_its_last_seeds()
    {
        SowingToCome[] sowings = [new(A, Packet, 80), new(B, Packet, 50)];
        Assert.Equal(new Dictionary<Guid, int> { [B] = 30 }, PacketShare.Lacking(sowings, _ => 100));
        Assert.Equal(new Dictionary<Guid, int> { [A] = 20, [B] = 50 }, PacketShare.Lacking(sowings, _ => 60));
        Assert.Empty(PacketShare.Lacking(sowings, _ => 130));
        // Seeds that nobody counted lack nobody.
        Assert.Empty(PacketShare.Lacking(sowings, _ => null));
    }

    [Property]
    public void What_lacks_is_what_is_wanted_beyond_what_is_there(byte[] wanted, byte left)
    {
        var lacking = PacketShare.Lacking(wanted.Select(w => new SowingToCome(Guid.NewGuid(), Packet, w)), _ => left);
        Assert.Equal(Math.Max(0, wanted.Sum(w => w) - left), lacking.Values.Sum());
    }
}
