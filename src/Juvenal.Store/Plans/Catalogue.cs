using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Juvenal.Core.Sowing;
using Juvenal.Store.Batches;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Rules;
using Juvenal.Store.Site;
using Juvenal.Store.Sowing;

namespace Juvenal.Store.Plans;

/// <summary>
/// Everything of a nursery that a plan needs besides the batch itself; turns a batch's choices into a request to the core.
/// </summary>
public sealed class Catalogue
{
    private Catalogue(
        SiteRow site,
        RulesRow rules,
        DateOnly today,
        SiteRecord record,
        IEnumerable<PlaceRow> places,
        IEnumerable<ContainerRow> containers,
        IEnumerable<CultivarRow> cultivars
    )
    {
        (Site, Rules, Today, Record) = (site, rules, today, record);
        Places = places.ToDictionary(p => p.Id);
        Containers = containers.ToDictionary(c => c.Id);
        Cultivars = cultivars.ToDictionary(c => c.Id);
    }

    public SiteRow Site { get; }

    public RulesRow Rules { get; }

    public DateOnly Today { get; }

    /// <summary>What the site's own record says.</summary>
    public SiteRecord Record { get; }

    public IReadOnlyDictionary<Guid, PlaceRow> Places { get; }

    public IReadOnlyDictionary<Guid, ContainerRow> Containers { get; }

    public IReadOnlyDictionary<Guid, CultivarRow> Cultivars { get; }

    /// <param name="nursery">Whose.</param>
    /// <param name="clock">For its day.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="plans">False where nothing is planned from it: the mean year's curves stay in the store.</param>
    public static async Task<Catalogue> LoadAsync(
        NurseryTransaction nursery,
        TimeProvider clock,
        CancellationToken cancel,
        bool plans = true
    )
    {
        SiteRow? site = null;
        RulesRow? rules = null;
        var (fits, places, containers, cultivars) = (
            new List<(double Threshold, FreezeDistribution Fit)>(),
            new List<PlaceRow>(),
            new List<ContainerRow>(),
            new List<CultivarRow>()
        );
        await nursery.ReadTogetherAsync(
            cancel,
            (SiteStore.Select, r => site = SiteStore.Read(r)),
            (RulesStore.Select, r => rules = RulesStore.Read(r)),
            (RecordStore.Fits, r => fits.Add(RecordStore.ReadFit(r))),
            (PlaceStore.Select, r => places.Add(PlaceStore.Read(r))),
            (ContainerStore.Select, r => containers.Add(ContainerStore.Read(r))),
            (CultivarStore.Select, r => cultivars.Add(CultivarStore.Read(r)))
        );
        if (site is null || rules is null)
            throw new NotFoundException("nursery");
        return new(
            site,
            rules,
            site.Today(clock),
            await SiteRecord.LoadAsync(nursery, fits, site.Today(clock), plans, cancel),
            places,
            containers,
            cultivars
        );
    }

    /// <summary>A batch's choices as a request, or what is missing or cannot be.</summary>
    /// <param name="input">The choices.</param>
    /// <param name="state">What has happened; null before the batch is kept.</param>
    public Outcome<PlanRequest> Request(BatchInput input, BatchState? state)
    {
        var failures = new List<Failure>();
        var season = Record.Season(Site, input.Season);
        if (season is null)
            failures.Add(new("frost-not-set", "site"));
        else if (!season.Succeeded)
            failures.AddRange(season.Failures);
        var cultivar = Find(Cultivars, input.CultivarId, "cultivarId");
        var tray = Find(Containers, input.TrayId, "path.tray");
        var germination = Growing(input.GerminationPlaceId, "path.germination");
        var seedling = Growing(input.SeedlingPlaceId, "path.seedling");
        var hardening = Growing(input.HardeningPlaceId, "path.hardening");
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
        if (bed is not null && !CatalogueRows.IsBed(bed.Kind))
            failures.Add(new("not-a-bed", "path.bed", Subject: bed.Name));
        if (input.Season is < 1900 or > 2200)
            failures.Add(Failure.OutOfRange("season", input.Season, 1900, 2200));
        if (failures.Count > 0)
            return failures;

        return new PlanRequest(
            cultivar!.Traits(),
            input.Season,
            Today,
            season!.Value,
            Rules.Rules,
            new(input.PlantsWanted, input.Germination, input.Survival, input.Confidence, input.SeedsPerCell, input.SeedsAvailable),
            new(
                Of(tray!),
                germination!,
                seedling!,
                [.. moves.Select(m => new Move(Of(m.Container!), m.Place!))],
                hardening!,
                bed!.Name,
                SurfaceOf(bed),
                input.Begins
            ),
            Facts(input, state),
            // The first few up say nothing of how many there will be.
            PlantsStanding: state is { Emerged: > 0 } && state.StageDays.ContainsKey(Stage.Emerge)
                ? CellStore.ProspectOf(state, input, Rules.Rules.Twins, Coming(input, cultivar!.Traits(), germination!, state)).Usable
                : null
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
            if (place.Climate() is { } climate)
                return climate;

            failures.Add(new("bed-is-no-growing-place", field, Subject: place.Name));
            return null;
        }
    }

    /// <summary>Seedlings still expected, at the warmth the place is set to; none once they have been moved on.</summary>
    private double Coming(BatchInput input, CultivarTraits cultivar, PlaceClimate place, BatchState state)
    {
        if (
            input.Begins.Kind != Start.Seed
            || state.Groups.All(g => g.Reached > Stage.Emerge)
            || !state.StageDays.TryGetValue(Stage.Sow, out var sown)
        )
            return 0;
        var progress =
            EmergenceTable.For(cultivar.Crop).RatePerDay(place.SoilCelsius)
            / LeafModel.EmergenceFactor(cultivar.Group)
            * (Today.DayNumber - sown.DayNumber);
        return EmergenceCourse.StillComing(
            state.SeedsSown,
            state.Emerged,
            input.Begins.ShareOf(input.Germination),
            EmergenceCourse.ShareAt(progress)
        );
    }

    public static Surface SurfaceOf(PlaceRow bed) => bed.Kind == PlaceKind.TunnelBed ? Surface.Tunnel : bed.Surface ?? Surface.Bare;

    public static Container Of(ContainerRow row) => new(row.Name, row.Litres, row.Cells, row.Final, row.Form);

    private static Dictionary<Stage, StageFacts> Facts(BatchInput input, BatchState? state)
    {
        var facts = new Dictionary<Stage, StageFacts>();
        foreach (var stage in Enum.GetValues<Stage>())
        {
            var done = state is not null && state.StageDays.TryGetValue(stage, out var day) ? day : (DateOnly?)null;
            var locked = input.Locks.TryGetValue(stage, out var fixedDay) ? fixedDay : (DateOnly?)null;
            var putOff = state is not null && state.PutOff.TryGetValue(stage, out var until) ? until.Day : (DateOnly?)null;
            if (done is not null || locked is not null || putOff is not null)
                facts[stage] = new(done, locked, putOff);
        }

        return facts;
    }
}
