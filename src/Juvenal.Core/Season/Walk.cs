using Juvenal.Core.Growth;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Site;
using MathNet.Numerics.Distributions;

namespace Juvenal.Core.Season;

/// <summary>
/// One walk of a batch through its steps in thermal time, for one draw of what is uncertain.
/// Days are day numbers (<see cref="DateOnly.DayNumber"/>) with fractions.
/// </summary>
/// <remarks>
/// Emergence by Harrington &amp; Minges' rates; true leaves by the leaf model from emergence, paused by the setback after each move;
/// a move when its leaves are there, or (from the second on) when the pot's comfortable time is used up, whichever is first;
/// hardening when 6 leaves are there and the ladder would end at the window, whichever is later.
/// A step that is done or locked has its own day, and what follows starts from it.
/// </remarks>
internal sealed partial class Walk
{
    /// <summary>Slower than this the walk does not go: a stage of over 200 days is refused before it comes to walking.</summary>
    private const double SlowestPerDay = 1 / 400.0;

    private readonly PlanRequest _request;
    private readonly LeafModel _leaf;
    private readonly EmergenceTable _table;
    private readonly StageSpreads _spreads;
    private readonly double _factor;
    private readonly double _window;
    private readonly double _over;
    private readonly double _strays;
    private readonly SpringsOpen? _springs;
    private readonly (double Mean, double Deviation) _pace = (0, 1);
    private readonly (double Mean, double Deviation) _usual;
    private readonly (double Mean, double Deviation) _leaves;

    // The stage, counted as moves are, that the plants are in: what was seen is of it.
    private readonly int _seenAt;

    // The day that hardening is counted back from, and by how many days.
    private readonly double _target;
    private readonly int _back;
    private readonly int[] _placeOf;
    private readonly double?[] _done = [];
    private readonly double?[] _locked = [];
    private readonly double[] _notBefore = [];
    private readonly int[] _about = [];

    // By stage, counted as moves are: where the plants stand before it, the leaves that it waits for, what the container before it holds
    // (null: it is the last), and the days that a move takes them. A walk asks for them thousands of times.
    private readonly PlaceClimate[] _before = [];
    private readonly double[] _leavesFor = [];
    private readonly double?[] _holds = [];
    private readonly double[] _setbacks = [];

    // The last stage, counted as moves are, whose day is not settled: leaves tell of no later one.
    private readonly int _lastOpen;

    // What ends in a pot indoors is not planted: from six leaves on it grows as planted ones do.
    private readonly bool _planted;

    /// <param name="request">Checked already.</param>
    /// <param name="window">When the bed opens, and how far that strays.</param>
    public Walk(PlanRequest request, PlantingWindow window)
    {
        (_request, _window, _over, _strays) = (request, window.Opens.Mid.DayNumber, window.OverDayNumber, window.DeviationDays);
        _springs = window.Springs;
        _spreads = request.Spreads ?? StageSpreads.Usual;
        _leaf = LeafModel.For(request.Cultivar.Group);
        _table = EmergenceTable.For(request.Cultivar.Crop);
        _factor = LeafModel.EmergenceFactor(request.Cultivar.Group);
        // A place that serves two stages strays once: the stages share its draw.
        PlaceClimate[] places = [request.Path.Germination, request.Path.Seedling, .. request.Path.Moves.Select(m => m.Place)];
        _placeOf = [.. places.Select(p => Array.FindIndex(places, q => q.Name == p.Name))];
        var slots = request.Path.Slots;
        (_done, _locked, _notBefore, _about) = (new double?[slots], new double?[slots], new double[slots], new int[slots]);
        Array.Fill(_notBefore, request.Today.DayNumber);
        foreach (var step in request.Path.Steps)
        {
            var (facts, s) = (request.FactsOf(step), request.Path.SlotOf(step));
            _done[s] = facts.Done?.DayNumber;
            _about[s] = facts.About;
            _locked[s] = facts.Locked?.DayNumber;
            // Fruit ripens when it does: its day does not move on with every day that nobody looked.
            _notBefore[s] = Math.Max(facts.NotBefore?.DayNumber ?? 0, step.Kind == StepKind.Ripe ? 0 : request.Today.DayNumber);
        }

        // They are to be ready by that day, whatever nights and soil are like: there is no bed to wait for.
        if (request.Path.Aim is { Kind: AimKind.Sale, Day: { } sale })
            _locked[request.Path.SlotOf(StepKind.PlantOut)] = sale.DayNumber;
        _seenAt = Enumerable
            .Range(0, request.Path.Moves.Count + 1)
            .FirstOrDefault(i => i == request.Path.Moves.Count || request.FactsOfMove(i).Done is null);
        _lastOpen = request.Path.Moves.Count;
        int[] stages = [.. Enumerable.Range(0, _lastOpen + 1)];
        _before = [.. stages.Select(i => i == 0 ? request.Path.Seedling : request.Path.Moves[i - 1].Place)];
        _leavesFor = [.. stages.Select(i => LeafModel.ForMove(i, _lastOpen, request.Rules.PrickOutLeaves, InPot))];
        _holds = [.. stages.Select(i => Holds(i == 0 ? request.Path.Tray : request.Path.Moves[i - 1].Container))];
        _setbacks = [.. stages.SkipLast(1).Select(i => Setback.Days(request.Path.BaresRoots(i), request.Rules.RootBall))];
        _planted = request.Path.Aim.Has(StepKind.PlantOut) || request.Path.Aim.Kind == AimKind.Sale;
        while (_planted && _lastOpen >= 0 && Settled(2 + _lastOpen))
            _lastOpen--;
        _target = _locked[request.Path.SlotOf(StepKind.PlantOut)] ?? request.Opens(window).DayNumber;
        _back = request.DaysFromHardening((int)Math.Floor(_target));
        _pace = LearnPace();
        _leaves = _usual = UsualLeaves();
        _leaves = LearnLeaves();
    }

    public LeafModel Leaf => _leaf;

    /// <summary>The last day that, sown on, has six leaves by a day.</summary>
    public DateOnly LatestSowing(DateOnly by)
    {
        var (low, high) = (by.DayNumber - (int)(2 * PlanChecks.LongestStageDays), by.DayNumber);
        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            if (FreeHarden(middle) <= by.DayNumber)
                low = middle;
            else
                high = middle;
        }

        return DateOnly.FromDayNumber(WorthSowing(low, by.DayNumber));
    }

    /// <summary>A day of sowing earlier is worth it where it makes the plants ready earlier by this much, days. [model]</summary>
    internal const double EarlierGains = 0.2;

    /// <summary>
    /// Where winter stands still, months earlier gain hardly a day: then it is sown later, and they are ready a little after the day.
    /// </summary>
    /// <param name="latest">Sown then, they are ready by the day.</param>
    /// <param name="by">The day.</param>
    private int WorthSowing(int latest, int by)
    {
        // By weeks first: in nearly all houses the day itself is best, and nothing more is asked.
        var week = BestOf(latest, by, Week);
        return week == latest ? latest : BestOf(Math.Max(latest, week - Week), Math.Min(by, week + Week), 1);

        int BestOf(int from, int to, int each)
        {
            var (best, least) = (from, double.PositiveInfinity);
            for (var sow = from; sow <= to; sow += each)
            {
                var loses = Math.Max(0, FreeHarden(sow) - by) - (EarlierGains * sow);
                if (loses < least)
                    (best, least) = (sow, loses);
            }

            return best;
        }
    }

    private const int Week = 7;

    /// <summary>The day of six leaves where it is sown on a day, nothing is settled and nothing strays.</summary>
    public double FreeHarden(double sow)
    {
        Span<double> zero = stackalloc double[Variates.Count];
        var at = sow + BeginningDays(zero, sow, null);
        var potFrom = at;
        var leaves = _request.Path.Begins.Leaves;
        var setback = 0.0;
        for (var i = 0; i <= _request.Path.Moves.Count; i++)
        {
            var ready = Math.Max(at, ReadyAt(i, at, setback, leaves, potFrom, zero, null));
            leaves += Grown(i, at + setback, ready, zero, null);
            potFrom = at = ready;
            if (i < _request.Path.Moves.Count)
                setback = _setbacks[i];
        }

        return at;
    }

    /// <summary>The day on which half are up, were nothing settled.</summary>
    /// <param name="z">One draw.</param>
    /// <param name="sow">Day number of sowing.</param>
    /// <param name="spring">The spring of the record that it lives in; null: the middle one.</param>
    public double UpOn(ReadOnlySpan<double> z, double sow, int? spring) =>
        sow
        + (
            BeginningDays(z, sow, spring)
            * Math.Max(Least, 1 + (_spreads.EmergencePace * Pace(z)) + (_spreads.Emergence * z[Variates.Emergence]))
        );

    /// <param name="z">One draw, <see cref="Variates.Count"/> standard normals; all zero is the middle course.</param>
    /// <param name="sow">Day number of sowing.</param>
    /// <param name="days">Filled by step: the day it takes place.</param>
    /// <param name="free">Filled by step: the day it would, were it not done, locked or put off.</param>
    /// <param name="leaves">Filled by step: true leaves on that day.</param>
    /// <param name="spring">The spring of the record that it lives in; null: the middle one.</param>
    /// <param name="late">Days later than that half are up.</param>
    /// <param name="daysOnly">Days alone are asked for: leaves are not told, nor what is free of a step whose day is settled.</param>
    public void Run(
        ReadOnlySpan<double> z,
        double sow,
        Span<double> days,
        Span<double> free,
        Span<double> leaves,
        int? spring = null,
        double late = 0,
        bool daysOnly = false
    )
    {
        var moves = _request.Path.Moves.Count;
        // A day that is not known for certain: anywhere in its range alike, all of them early or late together.
        var off = z[Variates.About] == 0 ? 0 : (2 * Normal.CDF(0, 1, z[Variates.About])) - 1;
        sow += off * _about[0];
        days[0] = free[0] = sow;
        leaves.Clear();
        free[1] = daysOnly && Settled(1) ? sow : UpOn(z, sow, spring) + late;
        var at = days[1] = _request.Path.Begins.Grown ? sow : Settle(1, free[1], off);
        var potFrom = _request.Path.Begins.PotSince?.DayNumber ?? at;
        var count = _request.Path.Begins.Leaves;
        var setback = 0.0;
        for (var i = 0; i < moves; i++)
        {
            var stage = 2 + i;
            var before = at;
            Look(i, ref at, ref setback, ref count, z, spring);
            free[stage] = daysOnly && Settled(stage) ? before : Math.Max(before, ReadyAt(i, at, setback, count, potFrom, z, spring));
            days[stage] = Settle(stage, free[stage], off);
            if (!daysOnly || i < _lastOpen)
                count += Grown(i, at + setback, days[stage], z, spring);
            leaves[stage] = count;
            potFrom = at = days[stage];
            setback = _setbacks[i] * Stretch(_spreads.Setbacks, z[Variates.Setback(i)]);
        }

        var harden = 2 + moves;
        var (hold, plant, ripe) = (
            _request.Path.SlotOf(StepKind.Hold),
            _request.Path.SlotOf(StepKind.PlantOut),
            _request.Path.SlotOf(StepKind.Ripe)
        );
        Look(moves, ref at, ref setback, ref count, z, spring);
        free[harden] = daysOnly && _planted && Settled(harden) ? at : Math.Max(at, ReadyAt(moves, at, setback, count, potFrom, z, spring));
        days[harden] = Settle(harden, Math.Max(free[harden], _target - _back), off);
        if (!daysOnly)
        {
            count += Grown(moves, at + setback, days[harden], z, spring);
            leaves[harden] = count;
        }

        // Held from when they are hardened until they are wanted: shorter where they are late.
        var holding = _request.Path.Hold;
        var hardened = _request.HardenedOn(days[harden], spring);
        free[hold] = hardened;
        days[hold] = holding is null ? days[harden] : Settle(hold, free[hold], off);
        if (!daysOnly)
            leaves[hold] = count + LeavesIn(_request.Path.Hardening, days[harden], days[hold], spring);
        var ready = Math.Max(Math.Max(hardened, days[hold]), _request.Path.FreeFrom?.DayNumber ?? 0);
        // The spring's own window, or the year's own last freeze, can come after the day that was planned for.
        var gate = z[Variates.Freeze] == 0 ? _window : Math.Max(_window, _over + (_strays * z[Variates.Freeze]));
        free[plant] = (_springs, spring) is ({ } springs, { } year) ? springs.NextFrom(year, ready) : Math.Max(ready, gate);
        days[plant] = Settle(plant, free[plant], off);
        if (!daysOnly)
            leaves[plant] = leaves[hold] + LeavesIn(holding?.Place ?? _request.Path.Hardening, days[hold], days[plant], spring);
        var grows = _planted ? days[plant] : free[harden];
        free[ripe] = grows + _request.ToppedDays + (_request.Cultivar.DaysToRipe * Stretch(_spreads.Ripening, z[Variates.Ripening]));
        days[ripe] = Settle(ripe, free[ripe], off);
    }

    /// <summary>The day of a step is done or fixed, whatever is reckoned.</summary>
    private bool Settled(int slot) => _done[slot] is not null || _locked[slot] is not null;

    /// <summary>Since the last step somebody looked: leaves are what was seen, and go on from that day.</summary>
    private void Look(int i, ref double at, ref double setback, ref double count, ReadOnlySpan<double> z, int? spring)
    {
        if (i != _seenAt || _request.Seen is not { Leaves: { } leaves, On.DayNumber: var on } || on < at)
            return;
        setback = Math.Max(0, at + setback - on);
        (at, count) = (on, leaves);
    }

    /// <summary>Where the plants have the leaf stage before move <paramref name="i"/> (or before hardening).</summary>
    private PlaceClimate PlaceBefore(int i) => _before[i];

    /// <summary>How much warmer than it should be that place is, as drawn, °C.</summary>
    private double Strays(int i, ReadOnlySpan<double> z) => PlaceBefore(i).DeviationCelsius * z[Variates.Place(_placeOf[i + 1])];

    /// <summary>The day on which so much thermal time is gathered in the stage before move i.</summary>
    private double Reached(int i, Gathers of, double from, double need, ReadOnlySpan<double> z, int? spring)
    {
        var (place, strays) = (PlaceBefore(i), Strays(i, z));
        if (ElsewhereIn(i) is not { } stands)
            return ReachedIn(place, of, from, need, strays, spring);
        // In the planned place until they were carried, and where they stand from then on.
        var carried = Math.Max(from, stands.Since.DayNumber);
        var before = ThermalTime(place, of, from, carried, spring, strays);
        return need > before
            ? ReachedIn(stands.Place, of, carried, need - before, strays, spring)
            : ReachedIn(place, of, from, need, strays, spring);
    }

    private double ReachedIn(PlaceClimate at, Gathers of, double from, double need, double strays, int? spring) =>
        at.Follows is { } warmth
            ? warmth.Reached(_leaf, of, spring, from, need, strays)
            : from + (need / Math.Max(SlowestPerDay * _leaf.DegreeDaysPerLeaf, at.PerDay(_leaf, of, strays)));

    /// <summary>Where they stand now, in the stage they are in, where that is not where the plan has them.</summary>
    private Elsewhere? ElsewhereIn(int i) => i == _seenAt ? _request.Stands : null;

    /// <summary>The place whose warmth counts for what is left of a stage.</summary>
    public PlaceClimate PlaceOf(int i) => ElsewhereIn(i)?.Place ?? PlaceBefore(i);

    /// <summary>Of roots, in the stage before move i, in the middle course, °C·d.</summary>
    public double RootsIn(int i, double from, double to) => GatheredIn(i, Gathers.Roots, from, to, stackalloc double[Variates.Count], null);

    /// <summary>Thermal time in the stage before move i between two days, °C·d.</summary>
    private double GatheredIn(int i, Gathers of, double from, double to, ReadOnlySpan<double> z, int? spring)
    {
        if (ElsewhereIn(i) is not { } stands)
            return ThermalTime(PlaceBefore(i), of, from, to, spring, Strays(i, z));
        var carried = Math.Clamp(stands.Since.DayNumber, from, Math.Max(from, to));
        return ThermalTime(PlaceBefore(i), of, from, carried, spring, Strays(i, z))
            + ThermalTime(stands.Place, of, carried, to, spring, Strays(i, z));
    }

    /// <summary>Thermal time in a place between two days, °C·d.</summary>
    public double ThermalTime(PlaceClimate place, Gathers of, double from, double to, int? spring = null, double strays = 0) =>
        place.Follows is { } warmth
            ? warmth.Between(_leaf, of, spring, from, to, strays)
            : Math.Max(0, to - from) * place.PerDay(_leaf, of, strays);

    private double LeavesIn(PlaceClimate place, double from, double to, int? spring) =>
        ThermalTime(place, Gathers.Leaves, from, to, spring) / _leaf.DegreeDaysPerLeaf;

    /// <summary>Days from the beginning to standing plants: emergence for seed, rooting or healing for the others.</summary>
    private double BeginningDays(ReadOnlySpan<double> z, double sow, int? spring)
    {
        if (_request.Path.Begins.Days is { } days)
            return days;
        var place = _request.Path.Germination;
        var strays = place.DeviationCelsius * z[Variates.Place(_placeOf[0])];
        if (place is not { Follows: { Steady: false } warmth, Soil: null })
            return _factor / Math.Max(SlowestPerDay, _table.RatePerDay(place.SoilCelsius + strays));
        // Rates of days that are not alike add up.
        var (progress, day) = (0.0, 0);
        while (progress < _factor && day < PlanChecks.LongestStageDays)
        {
            var rate = Math.Max(SlowestPerDay, _table.RatePerDay(warmth.Mean(spring, sow + day, sow + day) + strays));
            if (progress + rate >= _factor)
                return day + ((_factor - progress) / rate);
            progress += rate;
            day++;
        }

        return day;
    }

    /// <summary>The day on which the leaves for move i are there, or the pot is full, whichever is first.</summary>
    private double ReadyAt(int i, double at, double setback, double leaves, double potFrom, ReadOnlySpan<double> z, int? spring)
    {
        var need = Math.Max(0, LeavesFor(i) - leaves) * _leaf.DegreeDaysPerLeaf * LeafStretch(i, z);
        var byLeaves = Reached(i, Gathers.Leaves, at + setback, need, z, spring);
        // Out of the tray it is the leaves that count; a pot that plants stand in already fills like any other.
        if ((i == 0 && !InPot) || i == _request.Path.Moves.Count)
            return byLeaves;
        if (PotHolds(i) is not { } holds)
            return byLeaves;
        // Roots that were seen tell how far the pot is filled, whatever was reckoned.
        if (i == _seenAt && _request.Seen is { Roots: { } roots, On.DayNumber: var on } && on >= potFrom)
            return Math.Min(byLeaves, Reached(i, Gathers.Roots, on, Math.Max(0, 1 - Looked.ShareOf(roots)) * holds, z, spring));
        return Math.Min(byLeaves, Reached(i, Gathers.Roots, potFrom, holds, z, spring));
    }

    /// <summary>Plants that stand already have had their first move.</summary>
    private bool InPot => _request.Path.Begins.Kind == Start.Standing;

    /// <summary>Days that the container before move i (from the second on) holds the plant in comfort, from the day it was
    /// filled.</summary>
    public double PotFullDays(int i, double from) =>
        PotHolds(i) is { } holds
            ? Reached(i, Gathers.Roots, from, holds, stackalloc double[Variates.Count], null) - from
            : double.PositiveInfinity;

    /// <summary>Thermal time that the container before move i holds the plant in comfort, °C·d; null: it is its last.</summary>
    private double? PotHolds(int i) => _holds[i];

    private double? Holds(Container container) =>
        container.Final
            ? null
            : PotHold.ComfortableDegreeDays(_leaf, Math.Clamp(container.Litres, PotHold.LeastLitres, PotHold.MostLitres));

    /// <inheritdoc cref="LeafModel.ForMove"/>
    public double LeavesFor(int i) => _leavesFor[i];

    private double Grown(int i, double from, double to, ReadOnlySpan<double> z, int? spring) =>
        GatheredIn(i, Gathers.Leaves, from, to, z, spring) / _leaf.DegreeDaysPerLeaf / LeafStretch(i, z);

    private double Settle(int slot, double computed, double off) =>
        _done[slot] + (off * _about[slot]) ?? _locked[slot] ?? Math.Max(computed, _notBefore[slot]);

    /// <summary>A duration's factor: 1 + deviation × z, never under a fifth.</summary>
    private static double Stretch(double deviation, double z) => Math.Max(Least, 1 + (deviation * z));

    /// <summary>Standard deviations that a batch's pace is learned to stray at most. [model]</summary>
    internal const double MostPace = 2;

    /// <summary>No duration is shorter than this share of its middle.</summary>
    private const double Least = 0.2;
}
