using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
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
    public static async Task<IReadOnlyList<LadderAnswer>> OfAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        CancellationToken cancel
    )
    {
        var measures = new Measures(catalogue.Site.UsUnits);
        return
        [
            .. from g in await LadderStore.ListAsync(reading, cancel)
            let credit = catalogue.RungsOf(g.Standing(), catalogue.Cultivars[g.CultivarId].Crop, g.Stand)
            where credit is not null && (credit.Done < credit.Needed || credit.Today is not null)
            orderby catalogue.Places[g.At.Place].WalkOrder, catalogue.Places[g.At.Place].Name, g.Code.Length, g.Code, g.Id.Value
            select Of(g, credit, catalogue, measures),
        ];
    }

    private static LadderAnswer Of(HardeningGroup g, RungCredit credit, Store.Plans.Catalogue catalogue, Measures measures)
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
