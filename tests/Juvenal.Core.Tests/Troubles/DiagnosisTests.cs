using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Troubles;
using Xunit;

namespace Juvenal.Core.Tests.Troubles;

/// <summary>Causes of a sign, ranked by the record and by what was looked at.</summary>
public class DiagnosisTests
{
    private static readonly Dictionary<Question, bool> Nothing = [];

    private static readonly Evidence Plain = new(Crop.Tomato);

    [Fact]
    public void Each_sign_has_causes_and_never_a_certain_one()
    {
        Assert.Equal(Enum.GetValues<Sign>().Order(), Diagnosis.Causes.Keys.Order());
        Assert.All(Diagnosis.Causes.Values, causes => Assert.True(causes.Count >= 2 && causes.Distinct().Count() == causes.Count));
        Assert.Equal(Enum.GetValues<Cause>().Order(), Diagnosis.Causes.Values.SelectMany(c => c).Distinct().Order());
    }

    /// <summary>Of each cause something can be looked at that raises it, and something that lowers it.</summary>
    [Fact]
    public void Each_cause_is_raised_and_lowered_by_a_look()
    {
        foreach (var (sign, causes) in Diagnosis.Causes)
        {
            foreach (var cause in causes)
            {
                var before = Score(sign, cause, Plain, Nothing);
                foreach (var (question, yes) in Diagnosis.Asks(cause))
                {
                    Assert.True(Score(sign, cause, Plain, new Dictionary<Question, bool> { [question] = yes }) > before, $"{sign} {cause}");
                    Assert.True(
                        Score(sign, cause, Plain, new Dictionary<Question, bool> { [question] = !yes }) < before,
                        $"{sign} {cause}"
                    );
                }
            }
        }
    }

    public static TheoryData<Cause, Evidence, Evidence> FromTheRecord =>
        new()
        {
            { Cause.DimLight, Plain with { LightMol = 11.9 }, Plain with { LightMol = 12 } },
            { Cause.WarmNights, Plain with { NightC = 20.5, LightMol = 9 }, Plain with { NightC = 17, LightMol = 9 } },
            { Cause.TallKind, Plain with { Tall = true }, Plain },
            { Cause.OverFed, Plain with { FedPpm = 151 }, Plain with { FedPpm = 150 } },
            { Cause.Salts, Plain with { FedPpm = 200 }, Plain with { FeedLogged = true } },
            { Cause.Hungry, Plain with { DaysInPot = 21, FeedLogged = true }, Plain with { DaysInPot = 20, FeedLogged = true } },
            {
                Cause.Hungry,
                Plain with
                {
                    DaysInPot = 40,
                    FeedLogged = true,
                    DaysSinceFed = 21,
                },
                Plain with
                {
                    DaysInPot = 40,
                    DaysSinceFed = 5,
                }
            },
            { Cause.ColdNights, Plain with { ColdestC = 11.9 }, Plain with { ColdestC = 12 } },
            {
                Cause.ColdNights,
                new(Crop.Pepper) { ColdestC = 14.9 },
                new(Crop.Pepper) { ColdestC = 15 }
            },
            { Cause.InTransit, Plain with { DaysSinceReceived = 14 }, Plain with { DaysSinceReceived = 15 } },
            { Cause.GrowthRegulator, Plain with { DaysSinceReceived = 20 }, Plain },
            { Cause.SuddenSun, Plain with { DaysOutdoors = 3 }, Plain },
            { Cause.SkippedRung, Plain with { DaysOutdoors = 4, RungsDone = 1 }, Plain with { DaysOutdoors = 11 } },
            { Cause.HardeningColour, Plain with { DaysOutdoors = 3 }, Plain },
            { Cause.Overdue, Plain with { PotShare = 1 }, Plain with { PotShare = 0.99 } },
            { Cause.PotTooBig, Plain with { PotShare = 0.3, DaysInPot = 10 }, Plain with { PotShare = 0.6, DaysInPot = 10 } },
            { Cause.OldSeedLeaves, Plain with { Leaves = 4 }, Plain with { Leaves = 3.9 } },
            { Cause.StillAir, Plain with { UnderLamps = true }, Plain },
            { Cause.Heat, Plain with { HottestC = 32 }, Plain with { HottestC = 31.9 } },
            { Cause.WetRoots, new(Crop.Pepper), Plain },
            { Cause.JustMoved, Plain with { DaysSinceMove = 7 }, Plain with { DaysSinceMove = 8 } },
            { Cause.LampNear, Plain with { UnderLamps = true }, Plain },
            { Cause.ColdSeed, Plain with { SeedC = 17.9 }, Plain with { SeedC = 18 } },
            { Cause.OldSeed, Plain with { OtherLotsUp = true }, Plain with { OtherLotsUp = false } },
            { Cause.OldSeed, Plain with { Germination = 0.5 }, Plain with { Germination = 0.9 } },
        };

    /// <summary>Both sides of each limit: what the record says speaks for the cause, or against it.</summary>
    [Theory]
    [MemberData(nameof(FromTheRecord))]
    public void The_record_speaks_for_a_cause_or_against_it(Cause cause, Evidence more, Evidence less)
    {
        var sign = Diagnosis.Causes.First(c => c.Value.Contains(cause)).Key;
        Assert.True(Score(sign, cause, more, Nothing) > Score(sign, cause, less, Nothing));
    }

    [Fact]
    public void No_entry_is_no_evidence()
    {
        // Nobody logs feed here: that nothing is logged says nothing.
        var silent = Ranked(Sign.Pale, Plain with { DaysInPot = 40 });
        Assert.Empty(silent.Single(r => r.Cause == Cause.Hungry).Clues);
        Assert.Contains(Question.FedLately, silent.Single(r => r.Cause == Cause.Hungry).Open);
        var logged = Ranked(Sign.Pale, Plain with { DaysInPot = 40, FeedLogged = true });
        Assert.Equal((Cause.Hungry, Likelihood.Likely), (logged[0].Cause, logged[0].How));
        // Far ahead of the next: no look is named, though there is one.
        Assert.NotEmpty(logged[1].Open);
        Assert.Null(Diagnosis.Tells(logged));
    }

    [Fact]
    public void The_look_that_tells_the_two_best_apart_is_named_until_it_is_made()
    {
        var ranked = Ranked(Sign.Fallen, Plain);
        Assert.Equal(Question.NeckRotten, Diagnosis.Tells(ranked));
        var rotten = Diagnosis.Of(Sign.Fallen, Plain, new Dictionary<Question, bool> { [Question.NeckRotten] = true });
        Assert.Equal((Cause.DampingOff, (Question?)null), (rotten[0].Cause, Diagnosis.Tells(rotten)));
        var sound = Diagnosis.Of(Sign.Fallen, Plain, new Dictionary<Question, bool> { [Question.NeckRotten] = false });
        Assert.Equal(Cause.BeatenFlat, sound[0].Cause);
    }

    /// <summary>Whatever is known and said: all causes of the sign, in order, and each clue for or against.</summary>
    [Property(MaxTest = 300)]
    public void All_causes_are_ranked_whatever_is_known(
        Sign sign,
        bool pepper,
        double? light,
        double? night,
        double? share,
        int? days,
        int? fed,
        bool logged,
        Question asked,
        bool yes
    )
    {
        if (!Enum.IsDefined(sign) || !Enum.IsDefined(asked))
            return;
        var known = new Evidence(
            pepper ? Crop.Pepper : Crop.Tomato,
            LightMol: light,
            NightC: night,
            ColdestC: night,
            PotShare: share,
            DaysInPot: days,
            DaysSinceFed: fed,
            FeedLogged: logged
        );
        var ranked = Diagnosis.Of(sign, known, new Dictionary<Question, bool> { [asked] = yes });
        Assert.Equal(Diagnosis.Causes[sign].Order(), ranked.Select(r => r.Cause).Order());
        Assert.Equal(ranked.Select(r => r.Score).OrderDescending(), ranked.Select(r => r.Score));
        Assert.All(ranked.SelectMany(r => r.Clues), c => Assert.NotEqual(0, c.Weight));
        Assert.All(ranked, r => Assert.DoesNotContain(asked, r.Open));
    }

    private static IReadOnlyList<RankedCause> Ranked(Sign sign, Evidence known) => Diagnosis.Of(sign, known, Nothing);

    private static double Score(Sign sign, Cause cause, Evidence known, IReadOnlyDictionary<Question, bool> answers) =>
        Diagnosis.Of(sign, known, answers).Single(r => r.Cause == cause).Score;
}
