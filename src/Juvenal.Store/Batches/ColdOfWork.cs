using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Juvenal.Store.Places;
using Juvenal.Store.Site;

namespace Juvenal.Store.Batches;

/// <summary>Whether the nights ahead allow a piece of work that sends plants outdoors.</summary>
public static class ColdOfWork
{
    /// <summary>How plants stand in a place under the sky, and how much warmer its nights are; null indoors.</summary>
    public static (GoingOut Going, double GainC)? Outdoors(PlaceRow place)
    {
        ArgumentNullException.ThrowIfNull(place);
        // Carried in for the night, they are not out in it.
        return (place.NightKind ?? place.Kind) switch
        {
            PlaceKind.Stand => (GoingOut.Carried, ColdStop.GainC(null)),
            PlaceKind.OpenBed => (GoingOut.Planted, ColdStop.GainC(place.Surface ?? Surface.Bare)),
            PlaceKind.TunnelBed => (GoingOut.Planted, ColdStop.GainC(Surface.Tunnel)),
            _ => null,
        };
    }

    /// <returns>Null where nothing goes out: it stays indoors, or it stood under the sky before in the same way.</returns>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="work">The piece of work.</param>
    /// <param name="from">Where the plants stand; null before sowing.</param>
    /// <param name="to">Where the plan puts them.</param>
    /// <param name="ahead">The nights.</param>
    public static ColdFinding? Of(Crop crop, Work work, PlaceRow? from, PlaceRow to, NightsAhead ahead)
    {
        ArgumentNullException.ThrowIfNull(work);
        ArgumentNullException.ThrowIfNull(ahead);
        return work.Thin is not null || work.Step.Kind == StepKind.Begin ? null : Going(crop, from, to, ahead);
    }

    /// <summary>The same, of plants that are carried from one place to another.</summary>
    public static ColdFinding? Going(Crop crop, PlaceRow? from, PlaceRow to, NightsAhead ahead)
    {
        ArgumentNullException.ThrowIfNull(ahead);
        return Outdoors(to) is not { } out_ || (from is not null && Outdoors(from)?.Going == out_.Going)
            ? null
            : ColdStop.For(crop, out_.Going, ahead.Nights, out_.GainC);
    }
}
