using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Site;
using Juvenal.Store.Accounts;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Seeds;
using Juvenal.Web.Accounts;
using Juvenal.Web.Hosting;
using Juvenal.Web.Plans;
using Juvenal.Web.Site;

namespace Juvenal.Web.Catalogue;

/// <summary>A place to grow in: its warmth comes with its kind.</summary>
/// <param name="Unheated">Of what can be kept warm or left to the weather: it is left.</param>
/// <param name="Surface">Of an open bed.</param>
public sealed record SetUpPlace(string Name, PlaceKind Kind, bool Unheated = false, Surface? Surface = null);

/// <summary>What is grown; days to ripe come with the kind.</summary>
public sealed record SetUpCultivar(string Name, SpeciesGroup Group, Habit Habit, Fruit? Fruit = null);

/// <summary>The first evening: where, in what, what. Each may be left out and come later.</summary>
/// <param name="Site">As for a change of the site; null: later.</param>
/// <param name="Places">In the order of the walk; those whose name is there already stay as they are.</param>
/// <param name="Cultivars">As above.</param>
public sealed record SetUpInput(SiteInput? Site, IReadOnlyList<SetUpPlace> Places, IReadOnlyList<SetUpCultivar> Cultivars);

/// <param name="Cultivars">Their ids, in the order they were given.</param>
public sealed record SetUpAnswer(IReadOnlyList<Guid> Cultivars);

internal static class StartEndpoints
{
    private const int MostPlaces = 40;
    private const int MostCultivars = 100;

    public static void MapStart(this RouteGroupBuilder nursery) =>
        nursery
            .MapPost(
                "/start",
                async ([AsParameters] Here here, SetUpInput start, Planning planning, CancellationToken cancel) =>
                {
                    if (start.Places.Count > MostPlaces)
                        throw new RefusedException(new Failure("too-many", "places", start.Places.Count, 0, MostPlaces));
                    if (start.Cultivars.Count > MostCultivars)
                        throw new RefusedException(new Failure("too-many", "cultivars", start.Cultivars.Count, 0, MostCultivars));
                    var ids = await here.ActAsync(Touches.Inputs, writing => SetUpAsync(writing, start, cancel), cancel);
                    await planning.FollowAsync(here, cancel);
                    return TypedResults.Ok(new SetUpAnswer(ids));
                }
            )
            .WithName("start")
            .TakesLong()
            .For(Role.Grower);

    private static async Task<IReadOnlyList<Guid>> SetUpAsync(NurseryTransaction writing, SetUpInput start, CancellationToken cancel)
    {
        if (start.Site is { } site)
            await Inside("site", () => SiteEndpoints.KeepAsync(writing, site, cancel));
        var places = new PlaceStore(writing);
        var there = await places.AllAsync(cancel);
        var order = there.Select(p => p.WalkOrder).DefaultIfEmpty(0).Max();
        foreach (var (i, place) in start.Places.Index())
        {
            if (Known(there.Select(p => p.Name), place.Name))
                continue;
            var row = Row(place, order += 10);
            await Inside($"places[{i}]", () => places.PutAsync(row, cancel));
            there.Add(row);
        }

        var cultivars = new CultivarStore(writing);
        var grown = await cultivars.AllAsync(cancel);
        var ids = new List<Guid>();
        foreach (var (i, cultivar) in start.Cultivars.Index())
        {
            if (grown.Find(c => Known([c.Name], cultivar.Name)) is { } same)
            {
                ids.Add(same.Id);
                continue;
            }

            var row = Row(cultivar);
            await Inside($"cultivars[{i}]", () => cultivars.PutAsync(row, cancel));
            grown.Add(row);
            ids.Add(row.Id);
        }

        return ids;
    }

    /// <summary>What usually comes with the kind.</summary>
    private static PlaceRow Row(SetUpPlace place, int order)
    {
        var type = PlaceType.Of(place.Kind);
        var follows = type is { Sky: not null, DayC: null } || (place.Unheated && type.Either);
        return new(
            Guid.CreateVersion7(),
            0,
            place.Name,
            place.Kind,
            order,
            follows ? null : type.DayC,
            follows ? null : type.NightC,
            follows ? null : type.SoilC,
            place.Kind == PlaceKind.OpenBed ? place.Surface : null,
            Follows: follows
        );
    }

    private static CultivarRow Row(SetUpCultivar c) =>
        new(
            Guid.CreateVersion7(),
            0,
            c.Name,
            c.Group == SpeciesGroup.Tomato ? Crop.Tomato : Crop.Pepper,
            c.Group,
            c.Habit,
            null,
            SeedOrigin.Unknown,
            null,
            [],
            c.Fruit
        );

    private static bool Known(IEnumerable<string> names, string name) =>
        names.Any(n => n.Equals(name?.Trim(), StringComparison.OrdinalIgnoreCase));

    private static async Task Inside(string field, Func<Task> act)
    {
        try
        {
            await act();
        }
        catch (RefusedException e)
        {
            throw e.At(inner => $"{field}.{inner}");
        }
    }
}
