using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;

namespace Juvenal.Core.Care;

/// <summary>A group of plants, as far as feeding goes.</summary>
/// <param name="Plants">How many, above 0.</param>
/// <param name="Containers">They stand in.</param>
/// <param name="In">What they stand in; null in a bed.</param>
/// <param name="Reached">The step they have done last.</param>
/// <param name="UpOn">They came up on that day, or came grown; null: they are not up.</param>
/// <param name="InPotSince">In this container since.</param>
public sealed record FedGroup(int Plants, int Containers, Container? In, StepKind Reached, DateOnly? UpOn, DateOnly InPotSince);

/// <summary>Why plants are not fed.</summary>
public enum Unfed
{
    /// <summary>Seed leaves live on the seed.</summary>
    TooYoung,

    /// <summary>Roots grow into new mix first.</summary>
    JustMoved,

    /// <summary>Soft growth does not harden.</summary>
    Hardening,

    /// <summary>In a bed, or not up.</summary>
    Elsewhere,

    /// <summary>The house feeds in the mix, or with the water of the move alone.</summary>
    ByRule,
}

/// <summary>What one group is fed with.</summary>
/// <param name="Ppm">Nitrogen, mg/L; 0 where it is not fed.</param>
/// <param name="Litres">Of the solution, L.</param>
/// <param name="Not">Why it is not; null where it is.</param>
public sealed record FeedShare(double Ppm, double Litres, Unfed? Not);

/// <summary>When plants are fed, how strong, and how much.</summary>
public static class Feeding
{
    /// <summary>Seedlings in the tray are fed from so many days after they came up, days: first true leaves. [common practice, no source]</summary>
    public const int FromDays = 10;

    /// <summary>After a move nothing for so long, days: roots first. [common practice, no source]</summary>
    public const int RestDays = 7;

    /// <summary>Seedlings in the tray, N in mg/L: the middle of 50–100. [extension, from memory]</summary>
    public const double SeedlingPpm = (Feed.SeedlingPpm + Feed.GrowingPpm) / 2;

    /// <summary>Plants that grow on, N in mg/L: the middle of 100–200. [extension, from memory]</summary>
    public const double GrowingPpm = (Feed.GrowingPpm + Feed.StrongestPpm) / 2;

    /// <summary>Every two weeks it is the most that is usual. [common practice, no source]</summary>
    public const double FortnightTimes = Feed.StrongestPpm / GrowingPpm;

    /// <summary>Fed at each watering it is half. [common practice, no source]</summary>
    public const double EachTimes = 0.5;

    /// <summary>Solution for one watering, of the container's volume. [model]</summary>
    public const double VolumeShare = 0.15;

    /// <summary>Days from one feed to the next; null where the house has no days for it.</summary>
    public static int? EveryDays(FeedingRule rule) =>
        rule switch
        {
            FeedingRule.EachWatering => 1,
            FeedingRule.Weekly => 7,
            FeedingRule.Fortnightly => 14,
            _ => null,
        };

    /// <summary>What a group is fed with on a day.</summary>
    /// <param name="group">Which.</param>
    /// <param name="rule">The house's.</param>
    /// <param name="today">The day.</param>
    public static FeedShare Of(FedGroup group, FeedingRule rule, DateOnly today)
    {
        ArgumentNullException.ThrowIfNull(group);
        if (group.In is not { } container || group.Containers <= 0)
            return None(Unfed.Elsewhere);
        if (group.Reached is >= StepKind.Harden and < StepKind.PlantOut)
            return None(Unfed.Hardening);
        if (rule == FeedingRule.InMix)
            return None(Unfed.ByRule);
        var inTray = group.Reached < StepKind.Move && container.Cells is not null;
        var litres = group.Containers * container.Litres * VolumeShare;
        // With the water of the move, and never again until the next.
        if (rule == FeedingRule.WithMove)
            return !inTray && group.InPotSince == today ? new(Feed.GrowingPpm, litres, null) : None(Unfed.ByRule);
        if (inTray && (group.UpOn is not { } up || today < up.AddDays(FromDays)))
            return None(group.UpOn is null ? Unfed.Elsewhere : Unfed.TooYoung);
        if (!inTray && today < group.InPotSince.AddDays(RestDays))
            return None(Unfed.JustMoved);
        var times = rule switch
        {
            FeedingRule.EachWatering => EachTimes,
            FeedingRule.Fortnightly when !inTray => FortnightTimes,
            _ => 1,
        };
        return new((inTray ? SeedlingPpm : GrowingPpm) * times, litres, null);

        static FeedShare None(Unfed why) => new(0, 0, why);
    }

    /// <summary>Whether a place is fed again today.</summary>
    /// <param name="rule">The house's.</param>
    /// <param name="last">The day it was fed last; null: never.</param>
    /// <param name="today">The day.</param>
    public static bool Due(FeedingRule rule, DateOnly? last, DateOnly today) =>
        last is not { } fed || today >= fed.AddDays(EveryDays(rule) ?? 1);
}
