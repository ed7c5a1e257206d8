using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>What goes with a piece of work, in the order of the hands.</summary>
internal static class RoundWords
{
    /// <summary>"Pricking out: 20 % quicker than usual, by 5 timed jobs."</summary>
    public static string Pace(Handiwork kind, double share, int jobs)
    {
        var percent = Math.Round(Math.Abs(1 - share) * 100);
        var how =
            percent < 1 ? "as quick as is usual"
            : share < 1 ? Invariant($"{percent:0} % quicker than usual")
            : Invariant($"{percent:0} % slower than usual");
        var name = kind switch
        {
            Handiwork.Sowing => "Sowing",
            Handiwork.PrickingOut => "Pricking out",
            Handiwork.PottingUp => "Potting up",
            _ => "Planting out",
        };
        return $"{name}: {how}, by {jobs} timed {(jobs == 1 ? "job" : "jobs")}.";
    }

    public static IReadOnlyList<string> Checks(JobView job, Work work, Store.Plans.Catalogue catalogue)
    {
        if (work.Thin is { } plan)
            return [TrayWords.Thin(plan), "Keep the soundest, not the tallest; snip at soil level, do not pull: roots are shared."];
        var rules = catalogue.Rules.Rules;
        var start = job.Head.Start;
        var into = job.Head.ToContainerId is { } id ? Store.Plans.Catalogue.Of(catalogue.Containers[id]) : null;
        return work.Step.Kind switch
        {
            StepKind.Begin => [.. Begin(job, start, into)],
            StepKind.Up => [.. Up(start, rules, into, catalogue.Cultivars[job.Head.CultivarId].Crop)],
            StepKind.Move => [.. Move(job, work, start, rules, into, catalogue), .. Trim(), "A label for every pot."],
            StepKind.Harden or StepKind.PlantOut => [.. Trim()],
            _ => [],
        };

        IEnumerable<string> Trim() => Pinch(job, work, catalogue).Select(p => CareWords.Ask(p, rules.Topping));
    }

    private static IEnumerable<string> Begin(JobView job, Start start, Container? into)
    {
        switch (start)
        {
            case Start.Plants:
                yield return "Look them over before they come in: undersides of leaves, roots, labels. Keep them apart for some days.";
                if (job.Detail.Raised is { } raised)
                    yield return raised switch
                    {
                        Raised.Warm => "They stood warm: tender, like those of a house of your own.",
                        Raised.Cool => "They stood cool: no shock, but they are not hardened off.",
                        _ => "They stood outdoors: keep them cool and light, and harden them off again if they stand warm for days.",
                    };
                if (job.Detail.InFlower)
                    yield return "In flower: pinch the flowers off, so that they root first.";
                if (job.Detail.UnionCm is { } bought)
                    yield return Union(bought);
                break;
            case Start.Cuttings:
                if (job.Detail.Mother is { } mother)
                    yield return $"From {mother}.";
                yield return Invariant(
                    $"Side shoots of {Beginning.ShortestShootCm:0} to {Beginning.LongestShootCm:0} cm from sound plants, in the morning; strip the low leaves."
                );
                yield return into is { WaterCulture: true }
                    ? "Into the plug, shaded and damp."
                    : "Into water or damp mix, shaded and warm until they root.";
                break;
            case Start.Grafts:
                yield return "Stems of the same width; cut, join, clip. Then damp, shaded and warm.";
                if (job.Detail.UnionCm is { } union)
                    yield return Union(union);
                break;
        }
    }

    private static string Union(double cm) =>
        Invariant($"Union at {cm:0.#} cm: it stays at least {Beginning.UnionAboveSoilCm:0} cm above the soil, always.");

    /// <summary>What is pinched and topped, by the house rules.</summary>
    public static IReadOnlyList<Pinched> Pinch(JobView job, Work work, Store.Plans.Catalogue catalogue)
    {
        if (work.Thin is not null)
            return [];
        var cultivar = catalogue.Cultivars[job.Head.CultivarId];
        return Pinching.Asked(
            new(
                work.Step,
                cultivar.Crop,
                cultivar.Habit,
                job.Detail.Leaves,
                job.Head.Start == Start.Grafts || job.Detail.UnionCm is not null,
                job.Detail.InPotSince is { } pot ? catalogue.Today.DayNumber - pot.DayNumber : null,
                job.Detail.Topped
            ),
            catalogue.Rules.Rules
        );
    }

    private static string Dry(HouseRules rules, Crop crop) =>
        rules.HowDry switch
        {
            HowDry.Daily => "Water daily, at the same hour.",
            HowDry.HalfDry => "Let it dry by half between waterings.",
            _ => crop == Crop.Pepper ? "Let it dry by half between waterings." : "Keep it evenly damp.",
        };

    private static IEnumerable<string> Up(Start start, HouseRules rules, Container? into, Crop crop)
    {
        if (start == Start.Seed)
            yield return "Cover off and into the light at the first emergence.";
        if (start == Start.Grafts)
            yield return "Let air in by and by: a little more each day.";
        if (into is { WaterCulture: true })
            yield return "Weak nutrient solution from now on; check its strength and pH.";
        else
            yield return (rules.Watering == Watering.Below ? "Water from below. " : "Water gently from above. ") + Dry(rules, crop);
    }

    private static IEnumerable<string> Move(
        JobView job,
        Work work,
        Start start,
        HouseRules rules,
        Container? into,
        Store.Plans.Catalogue catalogue
    )
    {
        var first = work.Step.Number == 1;
        var from = work.From?.Container is { } id ? Store.Plans.Catalogue.Of(catalogue.Containers[id]) : null;
        yield return from switch
        {
            { Form: ContainerForm.Pellet } => "Set the whole pellet in, its net slit; no rim above the mix.",
            { WaterCulture: true } => "Move plug and all once roots show at its bottom; never let them dry.",
            { Cells: not null } when start == Start.Seed && first => rules.BeforeParting == BeforeParting.Water
                ? "Water an hour before, loosen from below, hold by a leaf, never by the stem."
                : "Let it dry a little, loosen from below, hold by a leaf, never by the stem.",
            _ => rules.RootBall switch
            {
                RootBall.Loosened => "Water first; tip out, and loosen the ball all round.",
                RootBall.Washed => "Water first; tip out, and wash the roots apart.",
                _ => "Water first; tip out with the ball whole; a tangled one is teased out.",
            },
        };
        if (work is { Seedlings: var s, Containers: var c } && s > c && first)
            yield return "An unequal pair may go on as one, and is separated at the next move.";
        if (start == Start.Grafts || job.Detail.UnionCm is not null)
            yield return Invariant($"Graft union at least {Beginning.UnionAboveSoilCm:0} cm above the soil, always.");
        else if (catalogue.Cultivars[job.Head.CultivarId] is { Crop: Crop.Tomato } tomato && tomato.Habit != Habit.Dwarf)
            yield return Setting.SeedLeavesStayAt(rules.SeedLeaves, work.Step.Number, job.Detail.Leaves ?? 0) ? "Set up to the seed leaves."
            : rules.TomatoDepth == TomatoSetting.HalfStem ? "Set half of the stem under the mix."
            : "Set up to the lowest kept leaves.";
        else
            yield return catalogue.Cultivars[job.Head.CultivarId].Crop == Crop.Pepper
                ? rules.PepperDepth switch
                {
                    PepperDepth.Finger => "Set a finger deeper than they stood, never above the seed leaves.",
                    PepperDepth.SeedLeaves => "Set up to the seed leaves, never above them.",
                    _ => "Set at the old soil level.",
                }
                : "Dwarf types only a little deeper.";
        if (into is { WaterCulture: true })
            yield return Invariant($"Nutrient solution, about {into.WaterLitres(work.Containers):0.#} L, at the label's rate.");
        else if (first)
            yield return rules.Watering == Watering.Below
                ? "From now on water from above as they need it; bright shade for a day."
                : "Water gently until it drains; bright shade for a day.";
    }
}
