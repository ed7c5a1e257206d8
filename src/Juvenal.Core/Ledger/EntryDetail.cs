using System.Text.Json.Serialization;
using Juvenal.Core.Hardening;
using Juvenal.Core.MovingUp;

namespace Juvenal.Core.Ledger;

/// <summary>How plants left the nursery.</summary>
public enum Way
{
    Sold,
    Given,

    /// <summary>Surplus, put on the compost: they were sound, so that this is no loss.</summary>
    Discarded,
}

/// <summary>What an entry of some kinds says besides day, place and counts: a closed family, one case to a kind.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "is")]
[JsonDerivedType(typeof(Gone), "gone")]
[JsonDerivedType(typeof(Stood), "stood")]
[JsonDerivedType(typeof(Split), "split")]
[JsonDerivedType(typeof(Turned), "turned")]
[JsonDerivedType(typeof(Spaced), "spaced")]
[JsonDerivedType(typeof(Together), "together")]
[JsonDerivedType(typeof(Identity), "identity")]
[JsonDerivedType(typeof(Checked), "checked")]
[JsonDerivedType(typeof(Pinched), "pinched")]
[JsonDerivedType(typeof(Aired), "aired")]
public abstract record EntryDetail
{
    /// <summary>Who got them is no longer than this, characters.</summary>
    public const int LongestWhom = 60;

    /// <summary>No plant costs more than this, in the nursery's currency: a typing error.</summary>
    public const double HighestPrice = 10_000;

    /// <summary>Plants stand from edge to edge to this far from each other, cm between their middles.</summary>
    public const double WidestCm = 300;

    /// <summary>More batches than this nobody mixes up, and still knows which.</summary>
    public const int MostMixed = 12;

    /// <summary>No cover keeps off more than this, °C: a typing error.</summary>
    public const double WarmestCoverC = 30;

    private EntryDetail() { }

    /// <summary>Of plants that are out.</summary>
    /// <param name="Way">Sold, given or discarded.</param>
    /// <param name="Whom">Who got them; null where that was not said.</param>
    /// <param name="PriceEach">Paid for each, 0–10,000; sold plants only, null where that was not said.</param>
    public sealed record Gone(Way Way, string? Whom = null, double? PriceEach = null) : EntryDetail;

    /// <summary>
    /// Of plants that begin a batch as they stand: found growing when the nursery was set up, or parted from another batch. What they did
    /// before is not recorded.
    /// </summary>
    /// <param name="PotSince">Since when they stand in their container, on or before the day of the entry.</param>
    /// <param name="HardenedSince">Since when they harden off; null: not yet.</param>
    /// <param name="From">The batch they were parted from.</param>
    /// <param name="Had">What they had of their hardening there.</param>
    /// <param name="ToppedOn">When they were topped there.</param>
    public sealed record Stood(
        DateOnly PotSince,
        DateOnly? HardenedSince = null,
        Guid? From = null,
        Outdoors? Had = null,
        DateOnly? ToppedOn = null
    ) : EntryDetail;

    /// <summary>Of plants that went on as a batch of their own.</summary>
    /// <param name="Into">Which.</param>
    /// <param name="Wanted">How many of the plants that were wanted it took over.</param>
    public sealed record Split(Guid Into, int Wanted) : EntryDetail;

    /// <summary>Of plants that turn out to be of another batch.</summary>
    /// <param name="Into">Which.</param>
    public sealed record Turned(Guid Into) : EntryDetail;

    /// <summary>Of pots that are set apart.</summary>
    /// <param name="Cm">From the middle of one to the middle of the next, above 0 to 300.</param>
    public sealed record Spaced(double Cm) : EntryDetail;

    /// <summary>Of a group that stands as one with another from now on.</summary>
    /// <param name="With">Which: its name goes on.</param>
    public sealed record Together(Guid With) : EntryDetail;

    /// <summary>Of plants whose labels were lost or mixed, and of those that were told again.</summary>
    /// <param name="OneOf">Batches that they may be of, their own among them; empty: nobody knows; null: they are sure.</param>
    public sealed record Identity(IReadOnlyList<Guid>? OneOf = null) : EntryDetail;

    /// <summary>Of plants that somebody looked at: one of these at least.</summary>
    /// <param name="Leaves">True leaves, 0–30.</param>
    /// <param name="Roots">At the wall of one that was tipped out.</param>
    public sealed record Checked(double? Leaves, RootsSeen? Roots, double? HeightCm = null) : EntryDetail;

    /// <summary>Of plants that something was taken off.</summary>
    /// <param name="What">Tops, flowers, seed leaves or side shoots.</param>
    public sealed record Pinched(Care.Pinched What) : EntryDetail;

    /// <summary>Of plants that were out on the day of the entry.</summary>
    /// <param name="HoursOut">0–24.</param>
    /// <param name="HoursSun">Of them in sun, no more than those.</param>
    /// <param name="NightOut">They stayed out the night after.</param>
    /// <param name="CoverC">What a cover kept off that night, °C, 0–30.</param>
    /// <param name="Overcast">There was no sun to be had.</param>
    /// <param name="Outcome">How they came through.</param>
    public sealed record Aired(
        double HoursOut,
        double HoursSun,
        bool NightOut = false,
        double CoverC = 0,
        bool Overcast = false,
        DayOutcome Outcome = DayOutcome.Fine
    ) : EntryDetail;

    /// <summary>Whether an entry of a kind says this: some must, some may.</summary>
    internal static bool Fits(EntryKind kind, EntryDetail? said) =>
        (kind, said) switch
        {
            (EntryKind.Out, Gone) or (EntryKind.Parted, Split or Turned) or (EntryKind.Received, Stood or null) => true,
            // As it really was; that it is of the same case as what it puts right is looked at there.
            (EntryKind.Corrected, Spaced or Checked or Aired) => true,


            (EntryKind.Spaced, Spaced)
            or
            (EntryKind.Together, Together)
            or
            (EntryKind.Identity, Identity)
            or
            (EntryKind.Checked, Checked)
            or
            (EntryKind.Pinched, Pinched)
            or (EntryKind.Aired, Aired) => true,
            (
                EntryKind.Out
                    or EntryKind.Parted
                    or EntryKind.Spaced
                    or EntryKind.Together
                    or EntryKind.Identity
                    or EntryKind.Checked
                    or EntryKind.Pinched
                    or EntryKind.Aired,
                null
            ) => false,
            (_, null) => true,
            _ => false,
        };
}
