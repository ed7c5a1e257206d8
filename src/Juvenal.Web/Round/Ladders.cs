using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Core.Places;
using Juvenal.Store.Batches;
using Juvenal.Web.Batches;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>A group on the ladder, this morning.</summary>
/// <param name="Place">Where it stands.</param>
/// <param name="Stand">Where it goes out.</param>
/// <param name="Done">Rungs behind it, of <paramref name="Needed"/>.</param>
/// <param name="Asks">What today's rung asks; null: it is hardened, nothing is asked.</param>
/// <param name="Day">What the day does to it; null: it just counts.</param>
/// <param name="StayIn">Today would not count: they stay in.</param>
/// <param name="Hours">That the rung asks, out.</param>
/// <param name="SunHours">Of them in sun.</param>
/// <param name="Night">They stay out after it.</param>
/// <param name="Said">What was said of today; null: nothing yet.</param>
/// <param name="Room">Where their stand has not room for all of them today; null: it has, or nobody said how large it is.</param>
/// <param name="NotSaid">Days since it began that nobody said anything of, the first first.</param>
public sealed record LadderAnswer(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    Guid Group,
    string Place,
    string Stand,
    int Seedlings,
    int Done,
    int Needed,
    string? Asks,
    string? Day,
    bool StayIn,
    double Hours,
    double SunHours,
    bool Night,
    string? Said,
    string? Room,
    IReadOnlyList<DateOnly> NotSaid
);

/// <summary>Days out, said together.</summary>
/// <param name="Id">Made by the client: sent twice, it has one effect.</param>
/// <param name="Days">Today or before.</param>
/// <param name="Said">As it was; null: as the ladder asked of each of those days.</param>
/// <param name="InTo">Carried there after it; null: as the rung has it.</param>
public sealed record AiredInput(
    Guid Id,
    IReadOnlyList<GroupOfInput> Groups,
    IReadOnlyList<DateOnly> Days,
    AiredSaidInput? Said = null,
    Guid? InTo = null
);

internal static class Ladders
{
    public static IReadOnlyList<LadderAnswer> Of(StandingNow standing, Store.Plans.Catalogue catalogue)
    {
        var measures = new Measures(catalogue.Site.UsUnits);
        var groups = (
            from g in standing.OnLadder
            let credit = catalogue.RungsOf(g.Standing(), catalogue.Cultivars[g.CultivarId].Crop, g.Stand)
            where credit is not null && (credit.Done < credit.Needed || credit.Today is not null)
            orderby catalogue.Places[g.At.Place].WalkOrder, catalogue.Places[g.At.Place].Name, g.Code.Length, g.Code, g.Id.Value
            select (Group: g, Credit: credit)
        ).ToList();
        var fits = Fits(standing, groups, catalogue);
        return [.. groups.Select(g => Of(g.Group, g.Credit, fits.GetValueOrDefault(g.Group.Id.Value), catalogue, measures))];
    }

    /// <summary>Of each group that stands elsewhere, how many find room where they go out; those that are furthest up the ladder go first.
    /// None of it where nobody said how large a stand is.</summary>
    private static Dictionary<Guid, int?> Fits(
        StandingNow standing,
        List<(HardeningGroup Group, RungCredit Credit)> groups,
        Store.Plans.Catalogue catalogue
    )
    {
        var free = standing.FreeM2(catalogue, groups.Select(g => g.Group.Stand));
        var fits = new Dictionary<Guid, int?>();
        foreach (
            var stand in groups
                .Where(g => g.Credit.Today is null && g.Group.At.Place != g.Group.Stand && free.ContainsKey(g.Group.Stand))
                .OrderByDescending(g => g.Credit.Done)
                .GroupBy(g => g.Group.Stand)
        )
        {
            List<(double M2, int Containers)> wants =
            [
                .. stand.Select(g =>
                    (
                        BenchRoom.TakesM2(Store.Plans.Catalogue.Of(catalogue.Containers[g.Group.At.Container!.Value]), g.Group.Seedlings),
                        g.Group.Seedlings
                    )
                ),
            ];
            foreach (var (group, fit) in stand.Zip(BenchRoom.Fit(free[stand.Key], wants)))
                fits[group.Group.Id.Value] = fit < group.Group.Seedlings ? fit : null;
        }

        return fits;
    }

    private static LadderAnswer Of(HardeningGroup g, RungCredit credit, int? fits, Store.Plans.Catalogue catalogue, Measures measures)
    {
        var (cultivar, stand) = (catalogue.Cultivars[g.CultivarId], catalogue.Places[g.Stand]);
        var today = catalogue.RungOn(cultivar.Crop, stand, credit, catalogue.Today);
        return new(
            g.BatchId,
            g.Code,
            cultivar.Name,
            cultivar.Crop,
            g.Id.Value,
            catalogue.Places[g.At.Place].Name,
            stand.Name,
            g.Seedlings,
            credit.Done,
            credit.Needed,
            today is null ? null : LadderWords.Asks(today, Shelter()),
            today is null ? null : LadderWords.Day(today, measures),
            today?.Call == RungCall.StayIn,
            today?.Rung.Hours ?? 0,
            today?.Rung.SunHours ?? 0,
            today?.StaysOut ?? false,
            credit.Today is { } said ? LadderWords.Said(said, measures) : null,
            fits is { } room ? LadderWords.Room(room, g.Seedlings, stand.Name) : null,
            credit.NotSaid
        );

        string? Shelter() =>
            g.Had.Stays.LastOrDefault(s => catalogue.Places.TryGetValue(s.Place, out var place) && place.Hardens != Standing.Outside)
                is { } indoors
                ? catalogue.Places[indoors.Place].Name
                : null;
    }

    public static AirDays Of(AiredInput input) =>
        new(input.Id, [.. input.Groups.Select(g => new GroupOf(g.Batch, g.Group))], input.Days, input.Said?.Detail, input.InTo);
}
