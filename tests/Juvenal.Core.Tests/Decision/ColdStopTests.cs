using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Decision;

public class ColdStopTests
{
    private static readonly DateOnly Today = new(2026, 4, 18);

    [Theory]
    [InlineData(Crop.Tomato, GoingOut.Planted, 10.0, ColdVerdict.Go)]
    [InlineData(Crop.Tomato, GoingOut.Planted, 9.9, ColdVerdict.GoWithCover)]
    [InlineData(Crop.Tomato, GoingOut.Planted, 7.0, ColdVerdict.GoWithCover)]
    [InlineData(Crop.Tomato, GoingOut.Planted, 6.9, ColdVerdict.Hold)]
    [InlineData(Crop.Pepper, GoingOut.Planted, 13.0, ColdVerdict.Go)]
    [InlineData(Crop.Pepper, GoingOut.Planted, 10.0, ColdVerdict.GoWithCover)]
    [InlineData(Crop.Pepper, GoingOut.Planted, 9.9, ColdVerdict.Hold)]
    [InlineData(Crop.Tomato, GoingOut.Carried, 7.0, ColdVerdict.Go)]
    [InlineData(Crop.Tomato, GoingOut.Carried, 6.9, ColdVerdict.Hold)]
    [InlineData(Crop.Pepper, GoingOut.Carried, 10.0, ColdVerdict.Go)]
    [InlineData(Crop.Pepper, GoingOut.Carried, 9.9, ColdVerdict.Hold)]
    public void A_night_is_held_against_what_the_crop_stands(Crop crop, GoingOut going, double low, ColdVerdict verdict) =>
        Assert.Equal(verdict, ColdStop.For(crop, going, Week(low, 20, 20, 20, 20, 20, 20), 0).Verdict);

    [Fact]
    public void Tomatoes_are_not_sent_out_into_frost_and_the_nights_are_named()
    {
        var finding = ColdStop.For(Crop.Tomato, GoingOut.Carried, Week(-3.5, 2, 8, 9, -4, 9.5, 9.5), 0);
        Assert.Equal((ColdVerdict.Hold, true), (finding.Verdict, finding.Freezes));
        // From the third night on a low counts lower for pots: forecasts err.
        Assert.Equal([-3.5, 2, -5], finding.Nights.Select(n => n.LowC));
        Assert.Equal([Today, Today.AddDays(1), Today.AddDays(4)], finding.Nights.Select(n => n.Evening));
    }

    /// <summary>Each degree is taken off once, by how far the night lies from the day of the forecast, wherever it stands in the list.</summary>
    [Theory]
    [InlineData(2, 7.0, ColdVerdict.Go)]
    [InlineData(3, 7.9, ColdVerdict.Hold)]
    [InlineData(3, 8.0, ColdVerdict.Go)]
    [InlineData(6, 8.9, ColdVerdict.Hold)]
    [InlineData(6, 9.0, ColdVerdict.Go)]
    [InlineData(8, 9.9, ColdVerdict.Hold)]
    [InlineData(8, 10.0, ColdVerdict.Go)]
    public void An_older_forecast_counts_colder_for_pots(int night, double low, ColdVerdict verdict)
    {
        var tonight = new NightAhead(Today, low, night);
        Assert.Equal(verdict, ColdStop.For(Crop.Tomato, GoingOut.Carried, [tonight], 0).Verdict);
    }

    [Theory]
    [InlineData(3, 0.9, false)]
    [InlineData(4, 0.9, true)]
    [InlineData(4, 1.1, false)]
    [InlineData(9, 1.1, false)]
    public void A_freeze_in_a_bed_is_looked_for_a_degree_colder_from_the_fourth_night_of_the_forecast_on(
        int night,
        double low,
        bool freezes
    )
    {
        NightAhead[] nights =
        [
            new(Today, low, night),
            .. Enumerable.Range(1, 6).Select(i => new NightAhead(Today.AddDays(i), 20, night + i)),
        ];
        Assert.Equal(freezes, ColdStop.For(Crop.Tomato, GoingOut.Planted, nights, 0).Freezes);
        var asked = new GoQuestion(Crop.Tomato, 0.1, 0, [.. nights.Select(n => n.LowC)], [.. nights.Select(_ => 20.0)], RungsDone: 10);
        var freeze = PlantingDecision.Of(asked, night).Value.Factors.Single(f => f.Name == "freeze");
        Assert.Equal(freezes, freeze.Result == FactorResult.Fail);
    }

    [Fact]
    public void A_bed_asks_for_seven_nights_and_is_held_by_fewer_only_where_one_of_them_fails()
    {
        Assert.Equal(ColdVerdict.Unknown, ColdStop.For(Crop.Tomato, GoingOut.Planted, Week(12, 12, 12, 12), 0).Verdict);
        Assert.Equal(ColdVerdict.Hold, ColdStop.For(Crop.Tomato, GoingOut.Planted, Week(12, 12, 2, 12), 0).Verdict);
        Assert.Equal(ColdVerdict.Go, ColdStop.For(Crop.Tomato, GoingOut.Carried, Week(12, 12, 12, 12), 0).Verdict);
    }

    [Theory]
    [InlineData(8, 5.0, ColdVerdict.Go)]
    [InlineData(8, 1.0, ColdVerdict.Hold)]
    [InlineData(10, 0.5, ColdVerdict.Hold)]
    [InlineData(11, -5.0, ColdVerdict.Go)]
    public void After_the_week_frost_alone_holds_and_after_ten_nights_nothing_does(int night, double low, ColdVerdict verdict)
    {
        var lows = Enumerable.Repeat(20.0, 12).ToArray();
        lows[night - 1] = low;
        var finding = ColdStop.For(Crop.Tomato, GoingOut.Planted, Week(lows), 0);
        Assert.Equal(verdict, finding.Verdict);
        // What holds them is named.
        Assert.Equal(verdict == ColdVerdict.Hold ? [Today.AddDays(night - 1)] : [], finding.Nights.Select(n => n.Evening));
    }

    [Fact]
    public void A_tunnels_gain_is_added_to_the_night()
    {
        var nights = Week(9.5, 20, 20, 20, 20, 20, 20);
        Assert.Equal(ColdVerdict.GoWithCover, ColdStop.For(Crop.Tomato, GoingOut.Planted, nights, ColdStop.GainC(Surface.Bare)).Verdict);
        Assert.Equal(ColdVerdict.Go, ColdStop.For(Crop.Tomato, GoingOut.Planted, nights, ColdStop.GainC(Surface.Tunnel)).Verdict);
    }

    [Fact]
    public void Without_nights_nothing_is_known() =>
        Assert.Equal(ColdVerdict.Unknown, ColdStop.For(Crop.Pepper, GoingOut.Planted, [], 0).Verdict);

    [Property(MaxTest = 300)]
    public bool A_colder_night_never_lets_more_out(byte[] lows, byte which, byte less, bool tomato, bool planted)
    {
        var nights = lows.Take(12).Select(l => (l / 10.0) - 5).ToArray();
        if (nights.Length == 0)
            return true;
        var colder = nights.ToArray();
        colder[which % nights.Length] -= less / 20.0;
        var (crop, going) = (tomato ? Crop.Tomato : Crop.Pepper, planted ? GoingOut.Planted : GoingOut.Carried);
        return ColdStop.For(crop, going, Week(colder), 0).Verdict >= ColdStop.For(crop, going, Week(nights), 0).Verdict
            // Peppers are never let out where tomatoes are held.
            && ColdStop.For(Crop.Pepper, going, Week(nights), 0).Verdict >= ColdStop.For(Crop.Tomato, going, Week(nights), 0).Verdict;
    }

    private static NightAhead[] Week(params double[] lows) => [.. lows.Select((l, i) => new NightAhead(Today.AddDays(i), l, i + 1))];
}
