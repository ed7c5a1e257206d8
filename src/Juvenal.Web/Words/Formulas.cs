using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>How what a reason says was reckoned, with the numbers that were put in; a test reckons each of them again.</summary>
internal static class Formulas
{
    public static string? Of(Reason r, Measures m) => r.Terms is { } t ? Of(r, t, m) : null;

    private static string? Of(Reason r, IReadOnlyList<double> t, Measures m) =>
        r.Code switch
        {
            "emergence-at" => Invariant($"days = {(t[0] == 1 ? "1" : $"{t[0]:0.##}")} / {t[1]:0.000} a day at {m.Temperature(t[2])}"),
            "leaves-at" or "ready-to-harden" => Invariant(
                $"a leaf each {t[0]:0.#} °C·d; {m.Temperature(t[2])} brings {t[1]:0.0} a day in full light, from {m.Temperature(t[3])} on"
            ),
            "cells-for" => Invariant(
                $"{t[0]:0} cells · {t[1]:0.00} up in each · {t[2]:0.00} live = {t[3]:0.0}; {t[7]:0} a cell, {t[4] * 100:0} % germinate, known as from {t[5]:0} seeds: enough with {t[6] * 100:0} %"
            ),
            "mix-for" => Invariant($"{t[0]:0} · {m.Volume(t[1])} · {t[2]:0.00} for what settles = {m.Volume(t[3])}"),
            "pot-full" => Invariant($"{Holds(t[4], t[3], t[0])}; {m.Temperature(t[2])} brings {t[1]:0.0} a day"),
            "pot-overdue" or "pot-tight" => Invariant(
                $"{Holds(t[3], t[2], t[0])}; {t[1]:0} until they leave it: {t[1] / t[0]:0.0} times that"
            ),
            "setback" => r.Rule is null
                ? Invariant($"{t[0]:0} days where roots were bared, {t[1]:0} with a ball")
                : Invariant($"{t[0]:0} days with a ball, {t[1]:0} where roots are bared"),
            "days-to-ripe" or "days-to-ripe-by-kind" or "pepper-after-tomatoes" or "pepper-after-frost" => Later(t),
            "ripe-after-frost" or "short-picking" => Invariant($"{Day(t[2])} − {Day(t[0])} = {Days.Many(t[1]).Replace('-', '−')}"),
            "ladder-before-planting" or "hardened-by" => Invariant(
                $"{t[0]:0} rungs + {t[1]:0} days too cold to count, by night or day = {t[2]:0} days"
            ),
            "sow-back-from-window" or "sow-back-from-sale" or "sow-back-from-spring" => Stretches(r.Subject, t),
            "freeze-risk" => Invariant(
                $"{Day(t[0])} {(t[1] < 0 ? '−' : '+')} {Math.Abs(t[1]):0.00} · {t[2]:0.0} days between years = {Day(t[3])}"
            ),
            "freeze-years" => Invariant($"{t[0]:0.00} · {t[1]:0.0} days between years = {t[2]:0} days to either side"),
            "freeze-held" => Invariant(
                $"{t[3]:0} nights on, each of {t[1]:0} springs' last freezes, give or take {t[2]:0} days: {t[0] * 100:0.#} % of them come later"
            ),
            "window-years" => Middle(t, "first open days"),
            "nights-held" => Middle(t, $"first days with {t[2]:0} such nights ahead"),
            "days-held" => Middle(t, $"first days with {t[2]:0} such days ahead"),
            "soil-held" => Middle(t, "first such mornings"),
            "pepper-after-years-tomatoes" => Middle(t, Invariant($"days that come {t[2]:0} after tomatoes'")),
            _ => null,
        };

    /// <summary>Thermal time that a volume holds plants for.</summary>
    private static string Holds(double reference, double litres, double holds) =>
        Invariant($"{reference:0} · ({litres:0.###} L / {PotHold.ReferenceLitres:0.0} L)^{PotHold.VolumePower:0.00} = {holds:0} °C·d");

    private static string Later(IReadOnlyList<double> t) => $"{Day(t[0])} + {Days.Many(t[1])} = {Day(t[2])}";

    private static string Middle(IReadOnlyList<double> t, string what) =>
        Invariant($"number {t[1]:0.#} of {t[0]:0} springs' {what}, in their order");

    private static string Day(double number) => Days.Say(DateOnly.FromDayNumber((int)Math.Ceiling(Math.Round(number, 6))));

    /// <summary>“8 to come up + 12 to move + 19 to hardening off + 12 to planting = 51 days”.</summary>
    private static string? Stretches(string? kinds, IReadOnlyList<double> t) =>
        kinds is null
            ? null
            : string.Join(" + ", kinds.Split(',').Select((kind, i) => Invariant($"{t[i]:0} to {To(Enum.Parse<StepKind>(kind), i)}")))
                + Invariant($" = {Days.Many(t[^1])}");

    private static string To(StepKind kind, int after) =>
        kind switch
        {
            StepKind.Up => after == 0 ? "come up" : "stand",
            StepKind.Move => after <= 1 ? "the first move" : "the next",
            StepKind.Harden => "hardening off",
            StepKind.Hold => "keeping cool",
            StepKind.PlantOut => "planting",
            _ => "being ready",
        };
}
