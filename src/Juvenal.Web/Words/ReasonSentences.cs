using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>A reason in words.</summary>
/// <param name="Text">One sentence.</param>
/// <param name="Rule">The house rule behind it, in words; null where there is none.</param>
/// <param name="Source">Where the figure comes from; null where it is the grower's own.</param>
/// <param name="Formula">How it was reckoned, with its numbers; null where there is nothing to reckon.</param>
/// <param name="Mark">In a word, how far the figure can be trusted; null where it is the grower's own.</param>
public sealed record Why(string Text, string? Rule, string? Source, string? Formula = null, string? Mark = null);

/// <summary>Reasons as sentences. The one place where they are worded: screen, print and calendar share it.</summary>
internal static class ReasonSentences
{
    private static readonly Dictionary<string, Source> Citations = Sources.All.ToDictionary(s => s.Key);

    public static IReadOnlyList<Why> Of(IEnumerable<Reason> reasons, Measures measures) => [.. reasons.Select(r => Of(r, measures))];

    public static Why Of(Reason r, Measures measures) =>
        new(
            Text(r, measures),
            r.Rule is { } rule ? RuleBook.Title(rule) : null,
            r.Source is { } source ? Citations.GetValueOrDefault(source)?.Citation : null,
            Formulas.Of(r, measures),
            r.Source is { } key
                ? Citations.GetValueOrDefault(key) is { } cited
                    ? MarkOf(cited.Mark)
                    : null
                : null
        );

    private static string MarkOf(Mark mark) =>
        mark switch
        {
            Mark.Published => "published",
            Mark.CommonPractice => "common practice",
            _ => "our model",
        };

    public static string Source(string key) =>
        key switch
        {
            "emergence" => "how fast they come up",
            "leaves" => "how fast leaves grow",
            "setbacks" => "setbacks after moves",
            "temperature" => "the places' temperatures",
            "freeze" => "the year's last frost",
            "weather" => "the year's weather",
            "about" => "days that are only known about",
            _ => "how fast they ripen",
        };

    /// <summary>Why the ladder takes longer than its rungs.</summary>
    private static string Rungs(Reason r) =>
        r.Value > r.Limit ? Invariant($": {r.Limit:0} rungs, and cold days and nights among them") : "";

    private static string Fixed(Reason r) =>
        DateOnly.TryParseExact(r.Subject, "yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture, default, out var day)
            ? Days.Say(day)
            : "";

    private static string Text(Reason r, Measures m) =>
        r.Code switch
        {
            "skipped" => $"Skipped on {Days.Say(r.Day)}: the plants went past it.",
            "happened" => $"Done on {Days.Say(r.Day)}.",
            "locked" => $"You fixed it to {Days.Say(r.Day)}.",
            "put-off" => $"You put it off to {Days.Say(r.Day)}.",
            "freeze-risk" => Invariant($"Average last frost {Days.Say(r.Day)}; after this day it still freezes in {Risk(r.Value)}."),
            "pepper-after-tomatoes" => Invariant($"Peppers {r.Value:0} days after tomatoes, which may go out {Days.Say(r.Day)}."),
            "pepper-after-frost" => Invariant($"Peppers {r.Value:0} weeks after the average last frost: {Days.Say(r.Day)}."),
            "depth-leaves" => Invariant($"Up to the lowest leaves that are kept: {r.Value:0.#} cm of stem makes roots."),
            "depth-half" => Invariant($"Half of the stem: {r.Value:0.#} cm."),
            "depth-dwarf" => Invariant($"A dwarf is set {r.Value:0.#} cm deeper at the most."),
            "depth-old-level" => "As it stood: the stem of a pepper does not go deeper.",
            "depth-finger" => Invariant($"A finger deeper: {r.Value:0.#} cm."),
            "depth-seed-leaves" => Invariant($"Up to the seed leaves, at {r.Value:0.#} cm, and never above them."),
            "depth-room" => Invariant($"The container is {r.Limit:0.#} cm deep: it leaves {r.Value:0.#} cm for the stem."),
            "depth-union" => Invariant($"The union, at {r.Limit:0.#} cm, stays {r.Value:0.#} cm above the mix, always."),
            "depth-covers-leaves" => Invariant($"That is {r.Value:0.#} cm above the lowest leaves: strip those, or set it higher."),
            "place-read" =>
                $"{r.Subject} is taken {m.Difference(Math.Abs(r.Value ?? 0))} {(r.Value > 0 ? "warmer" : "colder")} by {r.Limit:0} readings of its thermometer.",
            "mean-year" => $"No weather record: {r.Subject} is taken as in a mean year by your frost date and latitude.",
            "slow-to-come-up" => Invariant($"They take {r.Value:0} days to come up: that is their kind. Keep them evenly moist and warm."),
            "slow-to-come-up-cold" => Invariant(
                $"{r.Subject} is cold for seed: {r.Value:0} days to come up. On a mat at {m.Temperature(Core.Sowing.EmergenceVerdict.WarmEnoughC)} it would be {r.Limit:0}."
            ),
            "hardened-indoors" => $"{r.Subject} is indoors: they are not hardened there. Choose a stand, a yard or a frame.",
            "hardened-in-cold-nights" => Invariant(
                $"Nights of {m.Temperature(r.Value)} do not come to {r.Subject} in time: bring them in by night, or harden later."
            ),
            "looked" =>
                $"Looked on {Days.Say(r.Day)}: {LedgerWords.Seen(r.Value, r.Limit is { } roots ? (Core.MovingUp.RootsSeen)(int)roots : null)}.",
            "lot-tested" => Invariant($"Tested: {r.Value:0} of {r.Limit:0} came up."),
            "lot-raised" => Invariant($"{r.Value:#,0} of {r.Limit:#,0} that were sown of it came up at your bench."),
            "lot-fresh" => Invariant($"Not tested; {r.Value:0} of {r.Limit:0} years of storage life: assumed by kind and age."),
            "lot-old" => Invariant(
                $"{r.Value:0} years old, and it keeps for {r.Limit:0}. Test {EmergenceTest.LeastSeeds} to {EmergenceTest.EnoughSeeds} seeds on damp paper first, never more than a quarter of the packet."
            ),
            "lot-age-unknown" => "Neither tested nor dated: seed of middle age is assumed.",
            "freeze-held" =>
                $"After the nights a forecast knows, at most {Risk(r.Value)} {(r.Value is > 0.1 and not 0.5 ? "freeze" : "freezes")}{(r.Limit is { } bare ? $", {Risk(bare)} without cover" : "")}: {Days.Say(r.Day)}.",
            "freeze-never" => $"In most springs a freeze is likelier than in {Risk(r.Value)} as long as anybody looks.",
            "nights-held" =>
                $"A week's nights stay at {m.Temperature(r.Value)} or above, {m.Temperature(r.Limit)} without cover: {Days.Say(r.Day)}.",
            "nights-never" =>
                $"A week's nights never stay at {m.Temperature(r.Limit)} here: {m.Difference(r.Limit - r.Value)} short at the warmest. A tunnel, or cover at night.",
            "days-held" => $"A week's days reach {m.Temperature(r.Value)}, {m.Temperature(r.Limit)} without cover: {Days.Say(r.Day)}.",
            "days-never" =>
                $"A week's days never reach {m.Temperature(r.Limit)} here: {m.Difference(r.Limit - r.Value)} short at the warmest. A tunnel warms them.",
            "soil-held" =>
                $"Soil at {SoilSeries.DepthCm:0} cm has {m.Temperature(r.Value)} at {SoilSeries.UsualHour} o'clock, {m.Temperature(r.Limit)} without cover: {Days.Say(r.Day)}.",
            "soil-never" =>
                $"Soil never has {m.Temperature(r.Limit)} at {SoilSeries.UsualHour} o'clock here: {m.Difference(r.Limit - r.Value)} short at the warmest. Film or a tunnel warms it.",
            "pepper-after-years-tomatoes" => Invariant($"Peppers {r.Value:0} days after that year's tomatoes: {Days.Say(r.Day)}."),
            "window-years" => Invariant(
                $"Each of {r.Value:0} springs of your record asked day by day, as on the day itself: half are open by {Days.Say(r.Day)}{(r.Limit > 0 ? Invariant($", {r.Limit:0} never") : "")}."
            ),
            "window-never" => Invariant(
                $"In {r.Value:0} of {r.Limit:0} springs of your record nothing could go out here by the end of July, not even under cover for a night."
            ),
            "window-under" => $"{Under(r.Subject)} half of them open by {Days.Say(r.Day)}.",
            "open-all-winter" => Invariant($"Most of {r.Value:0} winters of your record are open from their first day."),
            "cover-ready" => Invariant(
                $"Keep cover ready: {r.Value:0} of the {WindowOfYears.CoverNights} nights after it are under {m.Temperature(r.Limit)}."
            ),
            "typed-with-record" => "Frost by the dates you typed; nights, days and soil by your record.",
            "nights-unknown" => "Nights, days and soil are not known: a weather record of ten years tells them.",
            "freeze-record" => Invariant(
                $"From {r.Value:0} years of your record{(r.Limit < 1 ? Invariant($", of which {r.Limit * 100:0} % froze at all") : "")}."
            ),
            "timing-needs-record" => Invariant(
                $"By soil and nights alone needs a weather record: until then, {PlantingWindow.PepperDaysAfterTomatoes / 7} weeks after tomatoes."
            ),
            "tunnel-earlier" => Invariant($"Under a bare tunnel {r.Value:0} days earlier than in the open."),
            "deviation-assumed" => Invariant($"Only the average date is known: a spread of {r.Value:0} days between years is assumed."),
            "freeze-years" => Invariant($"In 8 springs of 10 this gate opens within {r.Value:0} days of {Days.Say(r.Day)}."),
            "sow-back-from-sale" => $"{Days.Many(r.Value!.Value)} before they are to be ready on {Days.Say(r.Day)}.",
            "sow-back-from-spring" =>
                $"{Days.Many(r.Value!.Value)} before the nights allow it outdoors, {Days.Say(r.Day)}; indoors another day will do.",
            "late-for-sale" =>
                $"Hardened {Days.Many(r.Value!.Value)} after {Days.Say(r.Day)}: too late for the sale. Sow sooner, keep them warmer, or sell them tender.",
            "sow-back-from-window" => $"{Days.Many(r.Value!.Value)} before planting on {Days.Say(r.Day)}.",
            "sow-late" => $"Sowing comes {Days.Many(r.Value!.Value)} later than best ({Days.Say(r.Day)}).",
            "sow-no-earlier" => r.Value < 1
                ? "Not earlier: they would outgrow their last pot."
                : $"From {Days.Say(r.Day)} on would still do: earlier, they outgrow their last pot.",
            "sow-no-later" => $"Until {Days.Say(r.Day)} would still do: each day later plants a day later.",
            "emergence-at" => Invariant($"{Days.Many(r.Value!.Value)} at {m.Temperature(r.Limit)} on {r.Subject}."),
            "not-up-yet" => Invariant(
                $"Counted on {Days.Say(r.Day)}: fewer than half were up. One sowing in {1 / r.Value:0} is as late, and comes."
            ),
            "not-up-beyond" =>
                $"Counted on {Days.Say(r.Day)}: later than nearly all would be. Dig up two or three: firm is late, soft is dead.",
            "slow-species" => Invariant($"This species takes {r.Value:0.##} times as long."),
            "leaves-at" => Invariant($"{LeafWords(r.Value)} at {m.Temperature(r.Limit)} on average in {r.Subject}."),
            "pot-full" => Invariant($"{r.Subject} is full after {r.Value:0} days: before the leaves ask for it."),
            "ready-leaves-seen" => $"{LedgerWords.Seen(r.Value, null)} counted, {Invariant($"{r.Limit:0.#}")} are wanted.",
            "ready-leaves-guessed" =>
                $"{LedgerWords.Seen(Math.Round(r.Value ?? 0, 1), null)} as reckoned, {Invariant($"{r.Limit:0.#}")} are wanted.",
            "ready-seed-leaves" => "Seed leaves with strong roots: by the house rule they go.",
            "ready-roots-seen" => ColdWords.Capital(LedgerWords.Seen(null, (Core.MovingUp.RootsSeen)(int)r.Value!.Value)) + ".",
            "ready-roots-guessed" => $"As reckoned, {LedgerWords.Seen(null, (Core.MovingUp.RootsSeen)(int)r.Value!.Value)}.",
            "ready-plug" => "The plug would fall apart: roots do not hold it yet.",
            "setback" => $"{Days.Many(r.Value!.Value)} of setback after the move before.",
            "ready-to-harden" => Invariant($"{r.Value:0} true leaves on {Days.Say(r.Day)}, at {m.Temperature(r.Limit)} in {r.Subject}."),
            "ladder-before-planting" => $"{Days.Many(r.Value!.Value)} of hardening before {Days.Say(r.Day)}{Rungs(r)}.",
            "window-opens" => $"{r.Subject} opens {Days.Say(r.Day)}.",
            "hardened-by" => $"Hardened after {Days.Many(r.Value!.Value)}: {Days.Say(r.Day)}{Rungs(r)}.",
            "mother-grown" => Invariant($"Their mother has {r.Value:0} leaves by {Days.Say(r.Day)}: side shoots to cut from then on."),
            "held-until" => r.Value > 0
                ? $"Kept at {m.Temperature(r.Limit)} in {r.Subject} for {Days.Many(r.Value!.Value)}, until {Days.Say(r.Day)}."
                : $"No time is left to keep them in {r.Subject}: they are wanted as soon as they are hardened.",
            "cells-for" => Invariant($"{r.Value:#,0} cells for {r.Limit:#,0} plants, with what usually fails."),
            "mix-for" => $"{m.Volume(r.Value)} of loose mix for {Invariant($"{r.Limit:#,0}")} × {r.Subject}.",
            "days-to-ripe-by-kind" => $"{Days.Many(r.Value!.Value)} from planting, as its kind usually takes: the packet does not say.",
            "days-to-ripe" => $"{Days.Many(r.Value!.Value)} from planting, by the cultivar.",
            "window-passed" => $"The window opened {Days.Many(r.Value!.Value)} ago ({Days.Say(r.Day)}): planting will be late.",
            "no-frost-free-season" =>
                $"It may freeze again from {Days.Say(r.Day)}, before it is safe to plant: there is no season in the open here. A tunnel, or pots indoors.",
            "planted-after-frost" => Invariant(
                $"Planted {Days.Many(r.Value!.Value)} after it may freeze in autumn ({Days.Say(r.Day)}): under glass, or not this year."
            ),
            "ripe-after-frost" => r.Value < 1
                ? $"First ripe when it first freezes, {Days.Say(r.Day)}: plant sooner, under cover, or an earlier cultivar."
                : $"First ripe {Days.Many(r.Value!.Value)} after it may freeze ({Days.Say(r.Day)}): plant sooner, under cover, or an earlier cultivar.",
            "short-picking" =>
                $"Only {Days.Many(r.Value!.Value)} of picking before it may freeze ({Days.Say(r.Day)}); {Days.Many(r.Limit!.Value)} make a planting worth it.",
            "seeds-short" => Invariant($"Not enough seed: it promises {r.Value:#,0} plants of {r.Limit:#,0}."),
            "pot-overdue" => Invariant(
                $"{r.Subject}: {r.Value:0} days, and it holds them for {r.Limit:0}. Overdue: move earlier, or take a bigger one."
            ),
            "pot-tight" => Invariant($"{r.Subject}: {r.Value:0} days, a little more than the {r.Limit:0} it holds them well."),
            "few-leaves" => Invariant(
                $"{r.Value:0.#} true leaves at planting, {r.Limit:0} are usual: {r.Subject} is cold. They will go on growing outside."
            ),
            "container-not-bigger" => $"{r.Subject} is not bigger than what they stand in before.",
            "last-pot-small" =>
                $"They end in {r.Subject}, {m.Volume(r.Value)}: their kind wants {MovingWords.Wants(new(r.Limit ?? 0, r.Terms is [> 0 and var most] ? most : null), m)}. It stays small, and wants water twice a day.",
            "rooting-days" => $"Side shoots root in about {Days.Many(r.Value!.Value)} on {r.Subject}.",
            "healing-days" => $"Grafts heal in about {Days.Many(r.Value!.Value)} on {r.Subject}: warm, damp, shaded.",
            "per-cell-good" => Invariant($"One a cell: {r.Value * 100:0} % come up at the bench."),
            "per-cell-usual" => Invariant($"Two a cell, as is usual: {r.Value * 100:0} % come up at the bench."),
            "per-cell-costly" => Invariant(
                $"One a cell: at {r.Value:0.###} a seed a second one costs more than the cells it would fill ({r.Limit * 100:0} % come up at the bench)."
            ),
            "per-cell-cheap" => Invariant(
                $"Two a cell: at {r.Value:0.###} a seed a second one costs less than the cells that would stay empty ({r.Limit * 100:0} % come up at the bench)."
            ),
            "check-warmth-cold" =>
                $"Warmth: {m.Temperature(r.Value)} at the seed so far; {m.Temperature(r.Limit)} and more brings them up. Move them, or raise the mat.",
            "check-warmth-fine" => $"Warmth was right: {m.Temperature(r.Value)} at the seed so far.",
            "check-warmth-unread" =>
                $"Warmth: nobody has read it; {m.Temperature(r.Value)} is what the place is set to. Put a thermometer into the mix.",
            "check-moisture" => "Moisture: mix moist, never soaked; lift the cover and feel.",
            "check-seed-old" => "Seed: past its storage life and untested. Dig up two or three: firm is late, soft is dead.",
            "check-seed-untested" => "Seed: not tested. Dig up two or three: firm is late, soft is dead.",
            "check-depth" =>
                $"Depth: about {(m.Us ? "¼ in" : Invariant($"{r.Value:0} mm"))}; deeper comes later. Dig up two or three: firm is late, soft is dead.",
            "lock-passed" => $"The day you fixed, {Days.Say(r.Day)}, has passed.",
            "lock-before-stage" => $"You fixed a day before “{StepBefore(r)}”, which comes {Days.Say(r.Day)}.",
            "lock-before-window" => Invariant(
                $"{Days.Many(r.Value!.Value)} before the window opens ({Days.Say(r.Day)}): it still freezes in {Risk(r.Limit)}."
            ),
            "lock-passed-before-window" => Invariant(
                $"The day you fixed, {Fixed(r)}, has passed, and the window opens {Days.Say(r.Day)}: today it still freezes in {Risk(r.Limit)}."
            ),
            "lock-put-off-before-window" => Invariant(
                $"Put off from {Fixed(r)}, still {Days.Many(r.Value!.Value)} before the window opens ({Days.Say(r.Day)}): it still freezes in {Risk(r.Limit)}."
            ),
            "bed-free" => $"{BedWords.Bears(r.Subject)} there till {Days.Say(r.Day)}.",
            "lock-before-bed-free" => $"{BedWords.Bears(r.Subject)} there till {Days.Say(r.Day)}: {Days.Many(r.Value!.Value)} later.",
            "lock-before-ready" => $"{Days.Many(r.Value!.Value)} before they are ready ({Days.Say(r.Day)}).",
            "lock-sows-late" => $"Best was {Days.Say(r.Day)}, {Days.Many(r.Value!.Value)} sooner. Planting will be late.",
            _ => r.Code,
        };

    private static string Under(string? surface) =>
        surface switch
        {
            nameof(Surface.Film) => "Under black film",
            nameof(Surface.Raised) => "On a raised bed",
            nameof(Surface.Mulch) => "Under mulch",
            nameof(Surface.Tunnel) => "In a tunnel",
            _ => "On bare soil",
        };

    private static string Risk(double? share) =>
        share switch
        {
            >= 0.995 => "nearly every spring",
            0.5 => "every second spring",
            0.1 => "1 spring of 10",
            >= 0.1 => Invariant($"{share * 10:0.#} springs of 10"),
            >= 0.01 => Invariant($"{share * 100:0} springs of 100"),
            _ => "hardly any spring",
        };

    private static string LeafWords(double? leaves) =>
        leaves switch
        {
            LeafModel.SeedLeaves => "Seed leaves with strong roots",
            LeafModel.FirstTrueLeaves => Invariant($"First true leaves ({leaves:0})"),
            LeafModel.SecondTrueLeaves => Invariant($"Second true leaves ({leaves:0})"),
            _ => Invariant($"{leaves:0.#} true leaves"),
        };

    /// <summary>A step that a reason names, in words. Reasons from before steps had names say the word of its stage.</summary>
    private static string StepBefore(Reason r) =>
        r.Subject switch
        {
            "PrickOut" => LedgerWords.Step(StepKind.Move, 1, Start.Seed),
            "PotUp" or "PotOn" => LedgerWords.Step(StepKind.Move, r.Subject == "PotUp" ? 2 : 3, Start.Seed),
            "Sow" => LedgerWords.Step(StepKind.Begin, 0, Start.Seed),
            "Emerge" => LedgerWords.Step(StepKind.Up, 0, Start.Seed),
            _ => LedgerWords.Step(Enum.Parse<StepKind>(r.Subject!), (int)(r.Value ?? 0), Start.Seed),
        };
}
