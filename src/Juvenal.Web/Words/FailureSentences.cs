using Juvenal.Core.Care;
using Juvenal.Core.Measures;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>Failures as sentences: what is wrong and what to do. The one place where they are worded.</summary>
internal static class FailureSentences
{
    public static IReadOnlyDictionary<string, string[]> ByField(IEnumerable<Failure> failures) =>
        failures.GroupBy(f => f.Field).ToDictionary(g => g.Key, g => g.Select(Of).ToArray());

    public static string Of(Failure f) =>
        f.Code switch
        {
            "out-of-range" when f.High >= 1e12 => Invariant($"Not below {f.Low:#,0.##}{Given(f)}."),
            "out-of-range" => Invariant($"From {f.Low:#,0.###} to {f.High:#,0.###}{Given(f)}."),
            "volume-out-of-range" =>
                $"One holds {Measures.Metric.Volume(f.Low)} ({new Measures(true).Volume(f.Low)}) to {Measures.Metric.Volume(f.High)} ({new Measures(true).Volume(f.High)}).",
            "above-range" => Invariant($"More than {f.Low:#,0.###}, at most {f.High:#,0.###}{Given(f)}."),
            "no-such-night" => "The forecast does not reach that night: type it.",
            "parts-all-zero" => "Give at least one part of the mix.",
            "not-in-recipe" => $"{f.Subject} is no part of this mix.",
            "union-missing" => Invariant($"Say where the union is: it stays {f.Low:0.#} cm above the mix."),
            "seed-leaves-missing" => "Say how high the seed leaves are: the rule goes by them.",
            "no-hardening-there" =>
                $"Nothing hardens off in {f.Subject ?? "that place"}: it is warm, or under lamps. Say where they were outdoors.",
            "hardened-in-bed" => "They are planted: the ladder is behind them.",
            "ladder-done" => "They have all their rungs behind them: nothing more is asked.",
            "addresses-enough" => $"You have {f.Value:0} addresses already: withdraw one first.",
            "nothing-seen" => "Say how many leaves they have, or how the roots are.",
            "first-lamps" => "Type the first strength and its hours before the second.",
            "lamp-both" => "Light and hours belong together: type both, or neither.",
            "share-to-one" => $"More than 0, at most 1 (100 %){Given(f)}.",
            "share-below-one" => $"Between 0 and 1 (100 %), neither of them{Given(f)}.",
            "unknown-unit" => $"“{f.Subject}” is none of the units C, F, cm, in, L, usgal, g, oz, m2, ft2.",
            "units-differ" => $"{f.Subject}: these measure different things.",
            "too-cold-to-emerge" => Invariant(
                $"No {f.Subject} comes up at {f.Value:0.#} °C; it needs {(f.Subject == "pepper" ? "more than" : "at least")} {f.Low:0.#} °C, at most {f.High:0.#} °C."
            ),
            "too-hot-to-emerge" => Invariant($"No {f.Subject} comes up at {f.Value:0.#} °C; {f.High:0.#} °C is the most."),
            "place-too-cold-to-emerge" => Invariant(
                $"{f.Subject} has {Degrees(f.Value)} at sowing depth: too cold to come up. It would need at least {Degrees(f.Low)} to be up within {f.High:0} days."
            ),
            "place-too-hot-to-emerge" => Invariant(
                $"{f.Subject} has {Degrees(f.Value)} at sowing depth: too hot to come up. {Degrees(f.High)} is the most."
            ),
            "place-too-cold-to-grow" => Invariant(
                $"{f.Subject} has {Degrees(f.Value)} on average: leaves would take over {f.High:0} days. It would need at least {Degrees(f.Low)}."
            ),
            "seed-not-worth-sowing" => "With so little germination no sowing would be enough. Test the lot, or take another.",
            "group-of-other-crop" => "This species group belongs to the other crop.",
            "not-an-option" => Invariant($"{f.Value:0.###} is not one of the options."),
            "frost-not-set" => "First say when the last frost falls: Site.",
            "up-early" => Invariant(
                $"{f.High:#,0} up {(f.Value == 0 ? "on the day they were sown" : $"after {f.Value:0} {(f.Value == 1 ? "day" : "days")}")}? At their best they take {f.Low:0} at least. Say that it is so, or look at the day and the number."
            ),
            "mother-young" => Invariant(
                $"Their mother has {f.Low:0} leaves, and so side shoots to cut, by {Days.Say(DateOnly.FromDayNumber((int)f.High!))} only. Is it so?"
            ),
            "sold-unsure" => Invariant(
                $"Nobody is sure what these {f.Value:#,0} are: does whoever takes them know that? Or look first, and say what they are."
            ),
            "planted-tender" => Invariant(
                $"They have not been hardened off, and it freezes after that day in {f.Value * 100:0} of 100 years. Is it so?"
            ),
            "bed-full" => Invariant(
                $"The bed takes {f.High:#,0} as it is set out, and {f.Low:#,0} {(f.Low == 1 ? "stands" : "stand")} there: {f.Value:#,0} find no room. Is it so?"
            ),
            "bed-taken" =>
                $"{BedWords.Bears(f.Subject)} there till {Days.Say(DateOnly.FromDayNumber((int)f.Value!))}. Do they go in between?",
            "until-when" => "Until when does it stand there?",
            "more-than-cells-hold" => Invariant(
                $"{f.Value:#,0} in {f.Low:#,0} cells of {f.Subject}: {f.High:#,0} at most, with those that were lost."
            ),
            "none-in-pots" => "None of them stand in pots on that day.",
            "not-over" => "One of them is closed already, or still has plants in pots: look again. None was closed.",
            "group-gone" => "None of them are left there on that day.",
            "same-place" => "By night they stand somewhere else than by day: choose another place.",
            "part-of-a-pair" => $"It is part of {f.Subject}: it stays a place of its own, with its warmth.",
            "cell-so-large" => Invariant($"{f.Value:0.##} L in each of {f.Low:0} cells? A tray's cells hold some hundredths of a litre."),
            "not-begun" => $"{f.Subject} has nothing growing: choose another.",
            "unlike-groups" => "They stay two lines: " + Unlike(f.Subject) + ".",
            "which-group" => Invariant($"{f.Value:#,0} groups of this batch stand there: say which."),
            "group-elsewhere" => "These plants stood elsewhere on that day: look again, then say where from.",
            "price-without-sale" => "Only what is sold has a price.",
            "after-the-day" => $"Not after {Days.Say(DateOnly.FromDayNumber((int)f.Value!))}.",
            "planted-already" => "They are planted: a batch of their own is split off before.",
            "not-yours" => "Helpers take back what they logged themselves today. A grower can take back this.",
            "other-cultivar" => "That batch is of another cultivar: choose one of the same.",
            "day-missing" => "Say by which day they are to be ready.",
            "bed-for-a-pot" => $"{f.Subject} is a bed: a pot ends in a place like a sill or a yard.",
            "place-is-indoors" => $"{f.Subject} is indoors.",
            "place-is-outdoors" => $"{f.Subject} is outdoors: say that they go outdoors in the end.",
            "more-plants-than-pots" => Invariant($"Each stood in a pot of its own: {f.Low:#,0} plants, {f.Low:#,0} pots."),
            "other-pot-here" => "Another container is chosen at a move: change the plan, or move them after this.",
            "not-chosen" => "Choose one; this one is not there.",
            "not-a-bed" => $"{f.Subject} is no bed. Choose where they are planted in the end.",
            "bed-is-no-growing-place" => $"{f.Subject} has no day and night temperature: plants in trays and pots cannot be planned there.",
            "safe-not-later" => Invariant(
                $"The safe date comes {f.Low:0} to {f.High:0} days after the average one; this is {f.Value:0} days."
            ),
            "unknown-time-zone" => $"“{f.Subject}” is no time zone. Write it like Europe/Vienna.",
            "real-clock" => "This nursery runs on the real date.",
            "name-missing" => "Give it a name.",
            "name-too-long" => Invariant($"At most {f.High:0} letters."),
            "name-unprintable" => "Letters, digits and signs only.",
            "part-twice" => "This part stands in the mix twice.",
            "name-taken" => "Another one has this name.",
            "temperature-missing" => "Say how warm it is: day and night.",
            "night-warmer" => "Night is warmer than day: change them round?",
            "in-the-future" => "This day has not come yet.",
            "before-sowing" => $"They were sown on {Days.Say(DateOnly.FromDayNumber((int)f.Value!))}: not before that.",
            "nothing-sown" => "Nothing was sown by that day.",
            "more-emerged-than-sown" => Invariant($"{f.Value:#,0} up, but {f.High:#,0} seeds were sown: {f.High:#,0} at most."),
            "emerged-goes-back" => Invariant(
                $"{f.High:#,0} were counted up already: type the total so far, at least {f.High:#,0}. If that was a miscount, undo it first."
            ),
            "more-than-standing" => Invariant($"Only {f.High:#,0} stand there on that day: {f.High:#,0} at most."),
            "more-containers-than-standing" => Invariant($"Only {f.High:#,0} containers stand there on that day: {f.High:#,0} at most."),
            "reason-missing" => "Say why: it is what you look up next year.",
            "nights-in-turn" => "Nights follow each other, tonight first.",
            "high-below-low" => "The day’s high is below the night’s low.",
            "forecast-by-device" => "A forecast comes by itself here; under Site it can be turned off.",
            "not-freshly-planted" =>
                "They do not stand in a bed, or stand there for longer than the first weeks: there is nothing to look after.",
            "both-sides" => "Length and width go together.",
            "watts-and-area" => "Watts and the area they light go together.",
            "nothing-noted" => "Choose a sign, or write what you see.",
            "too-many-notes" => Invariant($"A batch keeps {f.High:0} notes; close this one and begin another."),
            "reason-too-long" => Invariant($"At most {f.High:0} letters."),
            "container-missing" => $"Say what they stand in at {f.Subject}.",
            "moves-nowhere" => "They stand there already.",
            "not-later" => "Choose a day after today.",
            "too-far" => "That is more than a year away.",
            "sown-already" => "They are sown: another cultivar is another batch.",
            "plants-standing" => Invariant(
                $"{f.Value:#,0} plants still stand. Log what becomes of them first: planted, sold, given away, lost."
            ),
            "undone-already" => "It is undone already.",
            "not-lockable" => "Ripening cannot be fixed to a day.",
            "done-already" => "It is done: its day is in the ledger.",
            "day-passed" => "This day has passed.",
            "day-impossible" => "There is no such day.",
            "name-length" => Invariant($"From {f.Low:0} to {f.High:0} letters."),
            "name-signs" => "Letters, digits, spaces and . - _ @ ' only.",
            "password-length" => Invariant($"From {f.Low:0} to {f.High:0} letters: a few words that belong together only for you."),
            "password-guessable" => "Too easy to guess. Take a few words that belong together only for you.",
            "password-wrong" => "This is not your password.",
            "last-owner" => "A nursery has at least one owner: make someone else an owner first.",
            "member-already" => "You belong to this nursery already. The link is still good for someone else.",
            "too-many-invitations" => Invariant($"{f.Value:0} invitations are open already: withdraw some."),
            "no-deep-mulch" => $"{f.Subject} has no deep mulch.",
            "mulch-is-back" => $"The mulch of {f.Subject} is pulled back already.",
            "mulch-lies" => $"The mulch of {f.Subject} lies already.",
            "nothing-to-feed" => "Nothing that stands there is fed today.",
            "bleach-unlabelled" => "A bottle that does not say how strong it is: leave it alone.",
            "bleach-too-strong" => Invariant(
                $"Stronger than 1 part bleach to {Disinfectant.StrongestWaterPerBleach:0} parts water is for no pot: at least {f.Low:0.##} parts of water."
            ),
            "levels-alone" => "Levels say light and hours themselves: leave the other fields out.",
            "one-of-two" => "Give the hours or the light that is wanted, one of the two.",
            "longer-than-a-day" => Invariant(
                $"That would take {f.Value:0.#} hours a day. Hang the lamp lower, or take a stronger one; {f.High:0.#} mol/m²·d is the most here."
            ),
            "cells-missing" => "Say how many: a tray has cells, a row tray has places for seed.",
            "pot-has-no-cells" => "A single pot has no cells: leave it empty.",
            "rows-do-not-fill" => Invariant($"Rows of {f.Value:0} do not fill {f.High:0} cells."),
            "tag-too-long" => Invariant($"Each has 1 to {f.High:0} letters; a comma parts them."),
            "more-seeds-than-left" => Invariant(
                $"Only {f.High:#,0} seeds are left in {f.Subject ?? "the packet"}: {f.High:#,0} at most. If it holds more, recount it under Seeds."
            ),
            "lot-without-seed" => "Only a sowing takes from a packet.",
            "begun-already" => "It has begun: another beginning is another batch.",
            "graft-on-itself" => "Rootstock and scion are two batches.",
            "too-few-rootstocks" => Invariant($"{f.High:#,0} rootstocks stand: {f.High:#,0} grafts at most."),
            "too-few-scions" => Invariant($"{f.High:#,0} scions stand: {f.High:#,0} grafts at most."),
            "more-pots-than-plants" => Invariant($"Only {f.High:#,0} share a container: {f.High:#,0} more at most."),
            "too-many-trays" => Invariant($"{f.Value:#,0} trays are too many for a map: {f.High:#,0} at most. Count them as a whole."),
            "part-of-an-act" => "Grafting stands in three batches: undo it, and log it again with the right number.",
            "not-in-trays" => "None of it stands in a tray any more.",
            "cells-fewer" => Invariant(
                $"{f.Value:#,0} fewer than the {f.Low:#,0} that were counted: was that a miscount, or were they lost?"
            ),
            "cells-grow" => "More stand in a cell than before: that is a count, not a loss.",
            "cells-do-not-fit" => $"Tray {f.Subject} is laid out otherwise by now: load it again. What was counted elsewhere is kept.",
            "more-in-cell-than-sown" => Invariant(
                $"{f.Value:0} in a cell of tray {f.Subject}, but {f.High:0} were sown in each: {f.High:0} at most."
            ),
            "nothing-to-correct" => "Nothing was counted yet: log it as a count.",
            "too-long-ago" => "That is too long ago.",
            "sown-or-gone" => "One of them is sown by now: load the page again.",
            "sign-not-on-labels" => $"The typeface of the labels has no “{f.Subject}”.",
            "no-labels" => "Nothing stands in pots yet, or nobody is sure what it is: there is nothing to label.",
            "csv-columns" =>
                "The first line names the columns: name, crop, group, habit, daysToRipe, origin, tags, note. At least name and daysToRipe are needed.",
            "csv-row" => $"Line {f.Value:0}: {f.Subject}",
            "csv-empty" => "There is no cultivar in it.",
            "lot-of-other-cultivar" => $"This packet is {f.Subject}: choose one of the same cultivar.",
            "fewer-seeds-than-sown" => Invariant($"{f.Low:#,0} were sown from it already: it held at least {f.Low:#,0}."),
            "needs-record" => "This needs a weather record of five years or more: bring one in under Site.",
            "safe-not-earlier" => Invariant(
                $"The safe date comes {f.Low:0} to {f.High:0} days before the average one; this is {f.Value:0} days."
            ),
            "too-few-freezes" => Invariant($"At least {f.Low:0} years with a freeze are needed; {f.Value:0} were given."),
            "freezes-all-alike" => "All years froze on the same day: nothing can be said of how far it strays.",
            "freeze-outside" => Invariant(
                $"The freeze of {f.Value:0} is not in that {f.Subject}: its season is {Days.Say(DateOnly.FromDayNumber((int)f.Low!))} to {Days.Say(DateOnly.FromDayNumber((int)f.High!))}."
            ),
            "year-twice" => Invariant($"The year {f.Value:0} stands twice."),
            "too-many" => Invariant($"At most {f.High:#,0}; {f.Value:#,0} were given."),
            "file-unknown" =>
                "No day, lowest and highest temperature were found in it. A header like date,tmin,tmax names them; GHCN-Daily's files are read as they are.",
            "file-ask" => "Say first how the file is to be read.",
            "file-errors" => Invariant($"{f.Value:#,0} lines cannot be read. Nothing was kept; mend them, or take them out."),
            "file-empty" => "There is no day with a temperature in it.",
            "import-none" => "This is no exported nursery.",
            "import-newer" => "This nursery was exported by a newer Juvenal: bring that one up to date here first.",
            "import-damaged" => $"The file is damaged{(f.Subject is null ? "" : $" ({f.Subject})")}. Nothing was brought in.",
            "import-columns" => $"In {f.Subject} there are columns that are not known here, or not in every row. Nothing was brought in.",
            "import-too-much" => $"In {f.Subject} there are more rows than a nursery has. Nothing was brought in.",
            "import-refused" => $"In {f.Subject} there are values that cannot be. Nothing was brought in.",
            "import-disagrees" => $"The ledger of {f.Subject} and its counts disagree. Nothing was brought in.",
            _ => "This cannot be.",
        };

    // Both scales: a refusal is worded before it is known which one the grower reads.
    private static string Degrees(double? celsius) => Invariant($"{celsius:0.#} °C ({(celsius * 9 / 5) + 32:0} °F)");

    // A number too large to be one (1e999) is read as infinite: it is not repeated.
    private static string Given(Failure f) =>
        f.Value is { } value && double.IsFinite(value) ? Invariant($"; {value:#,0.###} was given") : "";

    /// <summary>In what two groups are unlike.</summary>
    private static string Unlike(string? parts) =>
        string.Join(
            ", ",
            (parts ?? "")
                .Split(' ')
                .Select(p =>
                    p switch
                    {
                        "place" => "they stand in two places",
                        "pot" => "they stand in two kinds of pots",
                        "step" => "some have done a step that the others have not",
                        "hardening" => "some have been hardened for longer",
                        _ => "it is not sure what some of them are",
                    }
                )
        );
}
