using System.Text.Json;
using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Core.Sowing;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Sowing;

namespace Juvenal.Store.Plans;

/// <summary>A batch’s choices as a request for a plan, or what is missing.</summary>
public sealed partial class Catalogue
{
    /// <summary>A batch's choices as a request, or what is missing or cannot be.</summary>
    /// <param name="input">The choices.</param>
    /// <param name="state">What has happened, on the path that was chosen; null before the batch is kept.</param>
    /// <param name="shootsFrom">Of side shoots: the first day on which their mother has any.</param>
    public Outcome<PlanRequest> Request(BatchInput input, BatchState? state, DateOnly? shootsFrom = null)
    {
        // Before anything is reckoned with it: the calendar ends somewhere.
        if (input.Season is < FirstSeason or > LastSeason)
            return Failure.OutOfRange("season", input.Season, FirstSeason, LastSeason);
        var route = state?.Route ?? new Route(input.Path(default));
        var failures = LocksOf(input, route);
        if (failures.Count > 0)
            return failures;
        var season = Record.Season(Site, input.Season);
        if (season is null)
            failures.Add(new("frost-not-set", "site"));
        else if (!season.Succeeded)
            failures.AddRange(season.Failures);
        var cultivar = Find(Cultivars, input.CultivarId, "cultivarId");
        var tray = Find(Containers, input.TrayId, "path.tray");
        var germination = Growing(input.GerminationPlaceId, "path.germination");
        var seedling = input.Begins.Grown ? germination : Growing(input.SeedlingPlaceId, "path.seedling");
        var hardening = Growing(input.HardeningPlaceId, "path.hardening");
        var hold = input.Hold is { } held && Growing(held.PlaceId, "path.hold.place") is { } waits ? new Holding(waits, held.Days) : null;
        var moves = input
            .Moves.Select(
                (m, i) =>
                    (
                        Container: Find(Containers, m.ContainerId, $"path.moves[{i}].container"),
                        Place: Growing(m.PlaceId, $"path.moves[{i}].place")
                    )
            )
            .ToList();
        var bed = Find(Places, input.BedId, "path.bed");
        failures.AddRange(AimOf(input, bed));
        if (failures.Count > 0)
            return failures;

        return new PlanRequest(
            cultivar!.Traits(),
            input.Season,
            Today,
            season!.Value,
            Rules.Rules,
            new(
                input.PlantsWanted,
                input.Germination,
                input.Survival,
                input.Confidence,
                input.SeedsPerCell,
                input.SeedsAvailable,
                input.Lot.Weight
            ),
            new(
                LastOf(Of(tray!), moves.Count == 0, input),
                germination!,
                seedling!,
                [.. moves.Select((m, i) => new Move(LastOf(Of(m.Container!), i == moves.Count - 1, input), m.Place!))],
                hardening!,
                (input.Ends.Kind == AimKind.Sale ? Places[input.Hold?.PlaceId ?? input.HardeningPlaceId] : bed!).Name,
                SurfaceFor(bed!, cultivar!.Crop),
                input.Begins with
                {
                    PotSince =
                        input.Begins.Kind == Start.Standing
                            ? state?.Groups.Where(g => g.Reached == route.Begin).Select(g => (DateOnly?)g.InPotSince).Min()
                            : null,
                },
                route.Living,
                input.Ends,
                hold,
                input.Ends.Kind == AimKind.Bed ? bed!.TakesFrom : null,
                bed!.Bears
            ),
            Facts(route, state, shootsFrom),
            // The first few up say nothing of how many there will be.
            PlantsStanding: state?.UpOn is not null
                    ? CellStore.ProspectOf(state, input, Rules.Rules.Twins, Coming(input, cultivar!.Traits(), germination!, state)).Usable
                : state is not null ? CellStore.SownProspect(state, input, Rules.Rules.Twins)?.Usable
                : null,
            Seen: SeenOf(state),
            Stands: ElsewhereOf(input, state),
            NotUpOn: state is { UpOn: null, BegunOn: not null } ? state.CountedOn : null,
            Ladder: LadderOf(Places[input.HardeningPlaceId], input.Season, cultivar!.Crop),
            Rungs: RearOf(state) is { } rear ? RungsSoFarOf(rear, cultivar.Crop, input.HardeningPlaceId) : null,
            ToppedDays: ToppedDays(input, cultivar.Crop, state)
        );

        T? Find<T>(IReadOnlyDictionary<Guid, T> all, Guid id, string field)
            where T : class
        {
            if (all.TryGetValue(id, out var found))
                return found;
            failures.Add(new("not-chosen", field));
            return null;
        }

        PlaceClimate? Growing(Guid id, string field)
        {
            if (Find(Places, id, field) is not { } place)
                return null;
            if (ClimateOf(place, input.Season) is { } climate)
                return climate;

            failures.Add(
                CatalogueRows.IsBed(place.Kind)
                    ? new("bed-is-no-growing-place", field, Subject: place.Name)
                    : new("frost-not-set", "site", Subject: place.Name)
            );
            return null;
        }
    }

    /// <summary>Where the rearmost plants stand, where they were carried from where the plan has them, and not just for a night.</summary>
    private Elsewhere? ElsewhereOf(BatchInput input, BatchState? state)
    {
        if (
            RearOf(state) is not { Reached.Kind: >= StepKind.Up and < StepKind.Harden, HereSince: { } since } rear
            || since > Today.AddDays(-Elsewhere.ShelterDays)
        )
            return null;
        var planned =
            rear.Reached.Kind == StepKind.Up ? input.SeedlingPlaceId : input.Moves.ElementAtOrDefault(rear.Reached.Number - 1)?.PlaceId;
        return planned is not null && rear.At.Place != planned && ClimateOf(Places[rear.At.Place], input.Season) is { } there
            ? new(there, since)
            : null;
    }

    /// <summary>The rearmost plants that grow: the plan walks from them.</summary>
    internal static Group? RearOf(BatchState? state) =>
        state?.Groups.Where(g => g.At.Container is not null && g.Seedlings >= state.Growing * BatchState.RearShare).MinBy(g => g.Reached);

    /// <summary>So much later they bear: topped, or to be topped by the house rule.</summary>
    private int ToppedDays(BatchInput input, Crop crop, BatchState? state)
    {
        if (RearOf(state) is { ToppedOn: not null })
            return Pinching.ToppedLaterDays;
        var asked = Rules.Rules.Topping != Topping.No && crop == Crop.Pepper && input.Begins.Kind != Start.Grafts;
        return asked && (state is null || state.DayOf(state.Route.Harden) is null) ? Pinching.ToppedLaterDays : 0;
    }

    /// <summary>What was seen of the rearmost plants.</summary>
    private static Looked? SeenOf(BatchState? state) =>
        RearOf(state)?.Seen
            // How tall they are moves no day.
            is { } seen
                and not { Leaves: null, Roots: null }
            ? seen
            : null;

    /// <summary>What the last container is: plants that are to end in it are not in a hurry to leave.</summary>
    private static Container LastOf(Container container, bool last, BatchInput input) =>
        last && input.Ends.Kind == AimKind.Pot ? container with { Final = true } : container;

    /// <summary>Whether the batch can end where it is to end.</summary>
    private static IEnumerable<Failure> AimOf(BatchInput input, PlaceRow? end)
    {
        var aim = input.Ends;
        if (!Enum.IsDefined(aim.Kind))
            yield return new("not-chosen", "aim.kind");
        if (aim.Kind == AimKind.Sale && aim.Day is null)
            yield return new("day-missing", "aim.day");
        if (aim.Kind != AimKind.Sale && aim.Day is not null)
            yield return new("not-chosen", "aim.day");
        if (aim.Day is { } day && (day.Year < input.Season - 1 || day.Year > input.Season + 1))
            yield return Failure.OutOfRange("aim.day", day.Year, input.Season - 1, input.Season + 1);
        if (aim is { Outdoors: true, Kind: not AimKind.Pot })
            yield return new("not-chosen", "aim.outdoors");
        if (end is null || aim.Kind == AimKind.Sale)
            yield break;
        if (aim.Kind == AimKind.Bed && !CatalogueRows.IsBed(end.Kind))
            yield return new("not-a-bed", "path.bed", Subject: end.Name);
        if (aim.Kind == AimKind.Pot && CatalogueRows.IsBed(end.Kind))
            yield return new("bed-for-a-pot", "path.bed", Subject: end.Name);
        if (aim.Kind == AimKind.Pot && aim.Outdoors != (ColdOfWork.Outdoors(end) is not null) && !CatalogueRows.IsBed(end.Kind))
            yield return new(aim.Outdoors ? "place-is-indoors" : "place-is-outdoors", "path.bed", Subject: end.Name);
    }

    /// <summary>Days that are fixed lie in the season, the year before it or the year after.</summary>
    private static List<Failure> LocksOf(BatchInput input, Route route) =>
        [
            .. from s in route.All
            where !s.Retired && s.LockedOn is { } day && (day.Year < input.Season - 1 || day.Year > input.Season + 1)
            let field = s.Step.Kind == StepKind.Move
                ? $"path.moves[{s.Step.Number - 1}].lockedOn"
                : $"locks.{JsonNamingPolicy.CamelCase.ConvertName(s.Step.Kind.ToString())}"
            select Failure.OutOfRange(field, s.LockedOn!.Value.Year, input.Season - 1, input.Season + 1),
        ];

    /// <summary>Seedlings still expected, at the warmth the place is set to; 0 for what is not raised from seed.</summary>
    private double Coming(BatchInput input, CultivarTraits cultivar, PlaceClimate place, BatchState state) =>
        input.Begins.Kind == Start.Seed
            ? EmergenceCourse.StillComing(
                state,
                input.Begins.ShareOf(input.Germination),
                LeafModel.EmergenceFactor(cultivar.Group) / EmergenceTable.For(cultivar.Crop).RatePerDay(place.SoilCelsius),
                Today
            )
            : 0;

    private static Dictionary<StepId, StepFacts> Facts(Route route, BatchState? state, DateOnly? shootsFrom)
    {
        var facts = new Dictionary<StepId, StepFacts>();
        foreach (var (step, _, locked, retired) in route.All)
        {
            if (retired)
                continue;
            var done = state is not null && state.Passed(step) ? state.DayOf(step) : null;
            var putOff = state is not null && state.PutOff.TryGetValue(step.Id, out var until) ? until.Day : (DateOnly?)null;
            var grown = step.Kind == StepKind.Begin && done is null ? shootsFrom : null;
            if (done is not null || locked is not null || putOff is not null || grown is not null)
                facts[step.Id] = new(
                    done,
                    locked,
                    putOff,
                    done is not null && state!.Skipped(step),
                    done is null ? 0 : state!.AboutOf(step),
                    grown
                );
        }

        return facts;
    }
}
