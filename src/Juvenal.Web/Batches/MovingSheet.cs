using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Rules;
using Juvenal.Store.Site;
using Juvenal.Web.Round;
using Juvenal.Web.Words;

namespace Juvenal.Web.Batches;

/// <summary>What was seen at the bench, and what is tried; nothing of it is kept.</summary>
/// <param name="Group">Which plants; null: those whose turn is first.</param>
/// <param name="Leaves">True leaves, 0–30; null: not counted.</param>
/// <param name="Roots">Null: none was tipped out.</param>
/// <param name="Plug">Null: not said.</param>
/// <param name="HeightCm">From the mix to the tip, above 0 to 300; null: as reckoned.</param>
/// <param name="ContainerId">Into another container than the plan's; null: as planned.</param>
public sealed record MovingQuestion(
    Guid? Group = null,
    double? Leaves = null,
    RootsSeen? Roots = null,
    PlugSeen? Plug = null,
    double? HeightCm = null,
    Guid? ContainerId = null
);

/// <summary>A container that they may go into.</summary>
/// <param name="Holds">"until Tue 2 Jun", or that it is their last.</param>
/// <param name="Note">A jump, or too shallow; null: nothing to say.</param>
/// <param name="Planned">The plan's.</param>
/// <param name="Proposed">The days to planting ask for it.</param>
public sealed record PotAnswer(Guid ContainerId, string Name, string Holds, string? Note, bool Planned, bool Proposed);

/// <summary>How they are set, for a drawing to scale; all in cm.</summary>
/// <param name="LeavesCm">Of each true leaf above the old level, the lowest first.</param>
/// <param name="StripLeaves">The lowest, taken off.</param>
/// <param name="UnionCm">Of a graft, above the old level.</param>
/// <param name="Text">The same in sentences.</param>
/// <param name="Why">What decides the depth.</param>
public sealed record SettingAnswer(
    double HeightCm,
    double SeedLeavesCm,
    IReadOnlyList<double> LeavesCm,
    int StripLeaves,
    bool PinchSeedLeaves,
    double BallDepthCm,
    double BallTopCm,
    double BallBottomCm,
    double PotDepthCm,
    double PotTopCm,
    double PotBottomCm,
    double BuryCm,
    double UnderCm,
    double? UnionCm,
    bool TooShallow,
    IReadOnlyList<string> Text,
    IReadOnlyList<Why> Why
);

/// <summary>The mix it takes.</summary>
public sealed record MixAnswer(double Litres, double WaterLitres, IReadOnlyList<MixShare> Parts);

/// <summary>Whether plants move on, how deep, into what and with which mix.</summary>
/// <param name="Task">The job, as its card has it; null where nothing of the batch moves on next.</param>
/// <param name="Call">By what was seen, and the model where nothing was.</param>
/// <param name="Title">"Wait until Tue 21 Apr". Plants that are ready also wait for the weather, where they go out.</param>
/// <param name="Why">What decides.</param>
/// <param name="Guess">What the model alone holds, in a sentence.</param>
/// <param name="Differs">What was seen says another thing than the model.</param>
/// <param name="GuessLeaves">True leaves by the model.</param>
/// <param name="AsksPlug">They stand in cells: whether the plug holds is asked.</param>
/// <param name="Setting">Null where they are not moved into another container.</param>
/// <param name="Pots">Larger ones, the smallest first; what the plan takes among them.</param>
/// <param name="Proposal">A larger pot that the days to planting ask for; null where the planned one holds.</param>
/// <param name="Dull">The dullest of the days that are left for it, by the forecast; null where it is not known, or does not matter.</param>
/// <param name="Holding">Cooler places to hold them back in, each with its price.</param>
/// <param name="How">Three steps of the hands, a few words each.</param>
public sealed record MovingAnswer(
    TaskAnswer? Task,
    ReadyCall? Call,
    string Title,
    IReadOnlyList<Why> Why,
    string? Guess,
    bool Differs,
    double? GuessLeaves,
    bool AsksPlug,
    SettingAnswer? Setting,
    IReadOnlyList<PotAnswer> Pots,
    string? Proposal,
    string? Dull,
    MixAnswer? Mix,
    IReadOnlyList<string> Holding,
    IReadOnlyList<string> How
);

internal static class MovingSheets
{
    public static async Task<MovingAnswer> OfAsync(
        NurseryTransaction reading,
        Guid id,
        MovingQuestion asked,
        TimeProvider clock,
        ILogger<RoundAnswer> log,
        CancellationToken cancel
    )
    {
        Check(asked);
        var batch = await new BatchReader(reading).OneAsync(id, cancel);
        var jobs = new JobStore(reading);
        var heads = await jobs.OfAsync(id, cancel);
        var head = heads
            .Where(h => h.Plain is { Kind: JobKind.Step, Group: not null, Day.Step.Kind: StepKind.Move or StepKind.Harden })
            .FirstOrDefault(h => asked.Group is null || h.Plain.Group?.Value == asked.Group);
        if (head is null || (await jobs.OpenAsync([head], cancel)).SingleOrDefault() is not { } view)
            return Nothing(MovingWords.Nothing(batch, heads));
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
        var ahead = await NightsAhead.LoadAsync(reading, catalogue.Site, catalogue.Today, cancel);
        var mixes = await new MixStore(reading).AllAsync(cancel);
        var pace = new Pace((await new PaceStore(reading).LatestAsync(cancel)).Select(t => t.Timed));
        var (tasks, _) = TaskAnswers.Of(
            [view],
            catalogue,
            ahead,
            new Dictionary<Guid, int>(),
            new Dictionary<Guid, (int, int)>(),
            pace,
            log
        );
        var group = batch.State().Groups.FirstOrDefault(g => g.Id == head.Plain.Group);
        return tasks.Count == 0 || group?.At.Container is not { } stands
            ? Nothing(MovingWords.Nothing(batch, heads))
            : new Sheet(batch, view, tasks[0], group, catalogue.Containers[stands], catalogue, ahead, mixes, asked).Answer();
    }

    private static MovingAnswer Nothing(string title) =>
        new(null, null, title, [], null, false, null, false, null, [], null, null, null, [], []);

    private static void Check(MovingQuestion asked)
    {
        if (asked.Leaves is { } leaves && !(leaves is >= 0 and <= Looked.MostLeaves))
            throw new RefusedException(Core.Measures.Failure.OutOfRange("leaves", leaves, 0, Looked.MostLeaves));
    }

    /// <summary>All that the sheet is reckoned from.</summary>
    private sealed class Sheet(
        BatchView batch,
        JobView view,
        TaskAnswer task,
        Group group,
        Store.Places.ContainerRow stands,
        Store.Plans.Catalogue catalogue,
        NightsAhead ahead,
        IReadOnlyList<MixRow> mixes,
        MovingQuestion asked
    )
    {
        private readonly Step _step = view.Head.Plain.Day.Step with { Number = view.Detail.Move };
        private readonly LeafModel _leaf = LeafModel.For(batch.Group);
        private readonly Container _from = Store.Plans.Catalogue.Of(stands);
        private readonly Measures _measures = new(catalogue.Site.UsUnits);

        private DateOnly Today => catalogue.Today;

        private HouseRules Rules => catalogue.Rules.Rules;

        /// <summary>They leave what they were sown in.</summary>
        private bool First => _step is { Kind: StepKind.Move, Number: 1 } && batch.Input.Begins.Kind == Start.Seed;

        public MovingAnswer Answer()
        {
            var here = catalogue.ClimateOf(catalogue.Places[group.At.Place]);
            var question = Question(here);
            var (seen, guess) = (Readiness.Of(question), Readiness.Guess(question));
            var into = asked.ContainerId ?? view.Head.ToContainerId;
            var to =
                _step.Kind == StepKind.Move && into is { } wanted && catalogue.Containers.TryGetValue(wanted, out var row) ? row : null;
            var choices = to is null ? [] : Choices(here);
            var (enough, proposal) = Proposal(choices);
            return new(
                task,
                seen.Call,
                MovingWords.Title(seen, task.Cold),
                ReasonSentences.Of(seen.Why, _measures),
                MovingWords.Guess(_step.Kind, guess, question.GuessLeaves, Readiness.RootsAt(question.GuessShare)),
                seen.Call != guess.Call && (asked.Leaves is not null || asked.Roots is not null),
                Math.Round(question.GuessLeaves, 1),
                _from.Form == ContainerForm.Tray && _step.Kind == StepKind.Move,
                to is null ? null : Set(Store.Plans.Catalogue.Of(to), question, here),
                [.. choices.Select(c => Pot(c.Row, c.Choice, c.Row == enough))],
                proposal,
                Dull(seen),
                to is null ? null : MixFor(Store.Plans.Catalogue.Of(to)),
                here is null || to is null ? [] : [.. Holdings.Of(batch, group, here, question.GuessShare, catalogue)],
                _step.Kind == StepKind.Move ? MovingWords.How(First, _from, Rules) : []
            );
        }

        private ReadyQuestion Question(PlaceClimate? here)
        {
            var leaves = batch.LeavesAt(Today);
            var used = Looked.PotShare(group.Seen, _leaf, _from, here, group.InPotSince, batch.UpOn, Today);
            return new(
                Today,
                First || _step.Kind == StepKind.Harden,
                _step.Kind == StepKind.Harden
                    ? LeafModel.ReadyToHarden
                    : LeafModel.ForMove(
                        _step.Number - 1,
                        batch.Input.Moves.Count,
                        Rules.PrickOutLeaves,
                        batch.Input.Begins.Kind == Start.Standing
                    ),
                First && Rules.PrickOut == PrickOutStage.SeedLeaves,
                asked.Leaves,
                asked.Roots,
                asked.Plug,
                leaves,
                _from.Final ? 0 : used,
                here is null ? 0 : here.PerDay(_leaf, Gathers.Leaves) / _leaf.DegreeDaysPerLeaf,
                here is null ? 0 : PotHold.SharePerDay(_leaf, _from, here)
            );
        }

        private SettingAnswer? Set(Container into, ReadyQuestion question, PlaceClimate? here)
        {
            var cultivar = catalogue.Cultivars[batch.Input.CultivarId];
            var leaves = asked.Leaves ?? question.GuessLeaves;
            var tall =
                asked.HeightCm
                ?? (
                    group.Seen is { HeightCm: { } cm, MeasuredOn: { } on } looked
                        ? PlantSize.GrownSince(_leaf, cm, looked.On == on && looked.Leaves is { } then ? then : batch.LeavesAt(on), leaves)
                        : null
                );
            var outcome = Setting.Of(
                new(
                    cultivar.Traits(),
                    Rules,
                    leaves,
                    here?.LightMol is > 0 and var mol ? mol : LeafModel.UnknownLightMol,
                    tall,
                    _from,
                    !_from.KeepsBall,
                    into,
                    Setting.SeedLeavesStayAt(Rules.SeedLeaves, _step.Number, leaves),
                    view.Detail.UnionCm
                )
            );
            if (!outcome.Succeeded)
                throw new RefusedException(outcome.Failures);
            var set = outcome.Value;
            return new(
                set.Plant.HeightCm,
                set.Plant.SeedLeavesCm,
                set.Plant.LeavesCm,
                set.Strip,
                set.PinchSeedLeaves,
                set.Ball.DepthCm,
                set.Ball.TopCm,
                set.Ball.BottomCm,
                set.Pot.DepthCm,
                set.Pot.TopCm,
                set.Pot.BottomCm,
                set.Depth.BuryStemCm,
                set.Depth.MixUnderBallCm,
                view.Detail.UnionCm,
                set.Depth.ContainerTooShallow,
                MovingWords.Set(batch.Crop, set, set.Leggy(_leaf), tall is not null, _measures),
                ReasonSentences.Of(set.Depth.Why, _measures)
            );
        }

        private List<(Store.Places.ContainerRow Row, PotChoice Choice)> Choices(PlaceClimate? here)
        {
            var place = catalogue.ClimateOf(catalogue.Places[view.Head.ToPlaceId]) ?? here;
            if (place is null)
                return [];
            var rows = catalogue.Containers.Values.Where(c => c.Form == ContainerForm.Pot).ToDictionary(Store.Plans.Catalogue.Of);
            return [.. NextContainer.Choices(_from, rows.Keys, _leaf, place, Today).Select(c => (rows[c.Container], c))];
        }

        private PotAnswer Pot(Store.Places.ContainerRow row, PotChoice choice, bool proposed) =>
            new(
                row.Id,
                row.Name,
                MovingWords.Holds(choice),
                choice.Jump ? MovingWords.Jump : null,
                row.Id == view.Head.ToContainerId,
                proposed
            );

        /// <summary>The pot that lasts until they leave it by the plan.</summary>
        private (Store.Places.ContainerRow? Row, string? Text) Proposal(List<(Store.Places.ContainerRow Row, PotChoice Choice)> choices)
        {
            var planned = choices.FirstOrDefault(c => c.Row.Id == view.Head.ToContainerId);
            if (batch.Input.Ends.Kind == AimKind.Pot && _step.Number == batch.Input.Moves.Count && planned.Row is { } last)
                return EndsIn(last, choices);
            var leaves = batch.Steps.FirstOrDefault(s => s.Step > _step && s.Step.Kind is StepKind.Move or StepKind.PlantOut);
            if (
                planned.Choice is not { } choice
                || leaves is null
                || NextContainer.Enough(choice, choices.Select(c => c.Choice), leaves.Mid) is not { } enough
            )
                return (null, null);
            var row = choices.First(c => c.Choice == enough).Row;
            return (row, MovingWords.Buys(planned.Row.Name, choice, row.Name, enough, leaves.Mid));
        }

        /// <summary>They stay in this one: the smallest that is large enough for their kind, where it is not.</summary>
        private (Store.Places.ContainerRow? Row, string? Text) EndsIn(
            Store.Places.ContainerRow planned,
            List<(Store.Places.ContainerRow Row, PotChoice Choice)> choices
        )
        {
            var wants = LastPot.For(catalogue.Cultivars[batch.Input.CultivarId].Traits());
            if (wants.Holds(planned.Litres))
                return (null, null);
            var enough = choices.Select(c => c.Row).FirstOrDefault(r => wants.Holds(r.Litres));
            return (enough, MovingWords.EndsIn(planned.Name, planned.Litres, wants, enough?.Name, _measures));
        }

        /// <summary>The day with the least sun of those that are left: roots that were handled want shade.</summary>
        private string? Dull(Readiness ready)
        {
            if (
                _step.Kind != StepKind.Move
                || ready.Call == ReadyCall.Wait
                || ahead is not { From: NightsFrom.Forecast, HighsC: { Count: > 0 } highs }
            )
                return null;
            var days = highs
                .Zip(ahead.Nights, (high, night) => (Day: night.Evening.AddDays(1), night.LowC, HighC: high))
                .Take(Readiness.ShowingDays + 1)
                .ToList();
            if (ahead.Today is { MinimumC: { } low, MaximumC: { } most })
                days.Insert(0, (Today, low, most));
            return MovingWords.Dull(DullDay.Of(days, catalogue.Site.Latitude), Today);
        }

        private MixAnswer? MixFor(Container into)
        {
            if (!into.TakesMix)
                return null;
            var litres = into.MixLitres(task.Containers);
            var recipe = mixes.First(m => m.Recipe.Use == Recipe.For(_step.Kind, First, batch.Crop)).Recipe;
            return new(litres, into.WaterLitres(task.Containers), recipe.Of(litres));
        }
    }
}
