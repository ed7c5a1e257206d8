using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Site;
using Juvenal.Web.Batches;
using Juvenal.Web.Beds;
using Juvenal.Web.Plans;
using Juvenal.Web.Troubles;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>A piece of work.</summary>
public sealed record TaskAnswer
{
    public required Guid BatchId { get; init; }

    public required string Code { get; init; }

    public required string Cultivar { get; init; }

    public required Crop Crop { get; init; }

    public required StepName Step { get; init; }

    public required Press Press { get; init; }

    /// <summary>What to do, in words.</summary>
    public required string Title { get; init; }

    public required DateOnly Due { get; init; }

    public required DateOnly Low { get; init; }

    public required DateOnly High { get; init; }

    /// <summary>What "done" would say: cells, seedlings up so far, or plants.</summary>
    public required int Count { get; init; }

    /// <summary>The most that can be said.</summary>
    public required int Most { get; init; }

    public required int Seedlings { get; init; }

    public required int Containers { get; init; }

    public required int Seeds { get; init; }

    public required int? Trays { get; init; }

    public required double MixLitres { get; init; }

    public required int Minutes { get; init; }

    /// <summary>What becomes of the rest by the house rule.</summary>
    public required Rest Leftover { get; init; }

    public required GroupInput? From { get; init; }

    /// <summary>Which group it is about: "done" says it.</summary>
    public required Guid? Group { get; init; }

    public required Guid PlaceId { get; init; }

    public required string Place { get; init; }

    public required string? Container { get; init; }

    /// <summary>Emergence: where the tray goes on to; null where it stays.</summary>
    public required string? CarryTo { get; init; }

    /// <summary>Where it leads by the plan, and in what.</summary>
    public required GroupInput To { get; init; }

    public required string ToPlace { get; init; }

    public required string? Conflict { get; init; }

    public required string? PutOffReason { get; init; }

    /// <summary>Where the work can hurt someone.</summary>
    public required IReadOnlyList<string> Cautions { get; init; }

    /// <summary>What the batch begins with.</summary>
    public required Start Start { get; init; }

    /// <summary>It is a thinning: done as shown; the count is the seedlings to snip.</summary>
    public required bool Thinning { get; init; }

    /// <summary>Its cells can be counted on the tray map.</summary>
    public required bool HasTrays { get; init; }

    /// <summary>What else to do and to look after, by the house rules.</summary>
    public required IReadOnlyList<string> Checks { get; init; }

    /// <summary>What of that is pinched, so that it can be logged.</summary>
    public required IReadOnlyList<Pinched> Pinch { get; init; }

    /// <summary>What the nights ahead say, where plants go out; null indoors.</summary>
    public required ColdAnswer? Cold { get; init; }

    /// <summary>Sowing: seeds that the packet lacks, others that are sown before served first.</summary>
    public required int Lacking { get; init; }

    /// <summary>Of those that stand, as many are more than are wanted: by the house rule they are not planted.</summary>
    public required int Spare { get; init; }

    /// <summary>What tells it from others of its batch in the same place and pot; null where there are none.</summary>
    public required string? State { get; init; }

    /// <summary>How many of <see cref="Count"/> the hours of today leave time for; null: all of them, or nobody said how many hours
    /// there are.</summary>
    public int? Fits { get; init; }
}

/// <summary>A batch whose work cannot be shown: it is said, and the others are shown.</summary>
public sealed record TroubledAnswer(Guid BatchId, string Code, string Cultivar);

/// <summary>A night ahead, as it is expected at the site.</summary>
/// <param name="Warned">Somebody foretold it colder than the forecast has it.</param>
public sealed record NightAnswer(DateOnly Evening, double LowC, bool Warned);

/// <param name="Known">By a forecast, by the record's cold night, or not at all.</param>
/// <param name="Nights">Tonight first.</param>
/// <param name="Wind">Days that are too windy for young plants, or may hail; null: none is known of.</param>
/// <param name="Note">That it is old, or has ended, or is a cold night of these weeks; null: it is a fresh forecast.</param>
/// <param name="Typed">It comes by hand, not by itself.</param>
public sealed record NightsAnswer(
    NightsFrom Known,
    DateOnly? MadeOn,
    IReadOnlyList<NightAnswer> Nights,
    string? Wind,
    string? Note,
    bool Typed
);

/// <summary>A place on the walk.</summary>
/// <param name="Jobs">All that there is to do there.</param>
/// <param name="Tasks">Those of them that this page has.</param>
public sealed record StopAnswer(Guid PlaceId, string Place, PlaceKind Kind, int Jobs, IReadOnlyList<TaskAnswer> Tasks);

/// <summary>Work that was logged today, in words; undone by undoing <paramref name="Entry"/>.</summary>
/// <param name="Entry">One of what was written: taken back, all of it is.</param>
/// <param name="Texts">What was written, in order.</param>
/// <param name="Others">How many other batches it is about too.</param>
/// <param name="By">Who logged it.</param>
/// <param name="CanUndo">Helpers undo what is their own.</param>
/// <param name="ReckonedMinutes">That it usually takes; null: it is no work that is timed.</param>
/// <param name="TookMinutes">That it took; null: nobody said.</param>
public sealed record DoneAnswer(
    Guid Entry,
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    DateOnly HappenedOn,
    DateTime WrittenAt,
    IReadOnlyList<string> Texts,
    int Others,
    string? By,
    bool CanUndo,
    int? ReckonedMinutes,
    double? TookMinutes
);

/// <summary>How long work took.</summary>
/// <param name="Minutes">All hands together, above 0 to 12,000; null: nobody timed it.</param>
public sealed record TimedInput(double? Minutes);

/// <summary>What stands in a place in containers.</summary>
/// <param name="Water">Twice a day, and why; null: the daily look does.</param>
public sealed record StandingAnswer(Guid PlaceId, string Place, int Batches, int Seedlings, int Containers, string? Water);

/// <summary>All that stands in a place is carried to another.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="To">Which place.</param>
/// <param name="On">The day.</param>
/// <param name="MyCall">Out although the nights say hold, or under cover.</param>
public sealed record CarryInput(Guid Id, Guid To, DateOnly On, bool MyCall = false);

/// <summary>A step whose day has moved since the grower was last told.</summary>
/// <param name="Because">Why it has the day it has now.</param>
public sealed record MovedAnswer(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    StepName Step,
    DateOnly Was,
    DateOnly Is,
    string? Because
);

/// <param name="Steps">Whose new days were seen.</param>
public sealed record SeenStepsInput(IReadOnlyList<Guid> Steps);

/// <summary>To fetch from the store.</summary>
/// <param name="Bags">Of mix: bags to open; null where nobody said what one holds.</param>
public sealed record PickAnswer(string What, double Amount, string Unit, int? Bags = null);

/// <param name="Today">The nursery's day.</param>
/// <param name="Jobs">What is due, or may be, on all pages.</param>
/// <param name="Next">How many of them come before the next page; null where there is none.</param>
/// <param name="Stops">In walking order; only places that this page has something of.</param>
/// <param name="Coming">The next days' work, soonest first.</param>
/// <param name="PickList">For what is due.</param>
/// <param name="Minutes">For what is due.</param>
/// <param name="Nights">The nights ahead, for every role.</param>
/// <param name="Troubled">Batches whose work cannot be shown.</param>
/// <param name="Waiting">Plans that are being made anew: their jobs have the days of before.</param>
/// <param name="Done">What was logged today and stands, the last first.</param>
/// <param name="Moved">Days that moved since the grower was last told, the soonest first.</param>
/// <param name="Standing">What stands where, in walking order.</param>
/// <param name="Missing">What to set up first: site, places, cultivars, batch; null when nothing is.</param>
/// <param name="Tonight">Who is out tonight; null on further pages.</param>
/// <param name="Morning">The night behind, and what it asks; null on further pages.</param>
/// <param name="Part">Whose band comes first.</param>
/// <param name="HandsHours">Hours of work on a usual day, of all hands together; null: nobody said.</param>
/// <param name="FitsMinutes">Of <paramref name="Minutes"/>, what those hours leave time for.</param>
/// <param name="Walked">Somebody walked today, and all was well; null: not yet, or on further pages.</param>
/// <param name="Pace">How quick these hands are, of what is usual, by kind of work that was timed; all minutes go by it.</param>
/// <param name="Feeding">What is fed today; null where nothing is, or on further pages.</param>
/// <param name="Ladder">Who hardens off, and what today's rung asks; none on further pages.</param>
/// <param name="After">Who was planted in the last weeks and is looked at today; none on further pages.</param>
/// <param name="Mulch">What is to be done with the mulch of beds today, or was; none on further pages.</param>
/// <param name="Troubles">What is wrong to see, and asked after; their places come last on the walk.</param>
public sealed record RoundAnswer(
    DateOnly Today,
    int Jobs,
    int? Next,
    IReadOnlyList<StopAnswer> Stops,
    IReadOnlyList<TaskAnswer> Coming,
    IReadOnlyList<PickAnswer> PickList,
    int Minutes,
    string? Missing,
    NightsAnswer Nights,
    IReadOnlyList<TroubledAnswer> Troubled,
    int Waiting,
    IReadOnlyList<DoneAnswer> Done,
    IReadOnlyList<MovedAnswer> Moved,
    IReadOnlyList<StandingAnswer> Standing,
    TonightAnswer? Tonight,
    MorningAnswer? Morning,
    DayPart Part,
    double? HandsHours,
    int FitsMinutes,
    WalkedRow? Walked,
    IReadOnlyList<string> Pace,
    FeedingAnswer? Feeding,
    IReadOnlyList<TroubleAnswer> Troubles,
    IReadOnlyList<LadderAnswer> Ladder,
    IReadOnlyList<AfterAnswer> After,
    IReadOnlyList<MulchAnswer> Mulch
);

/// <summary>All was well today.</summary>
/// <param name="Id">Made by the client.</param>
public sealed record WalkedInput(Guid Id);
