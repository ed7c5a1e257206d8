using System.Diagnostics;
using System.Globalization;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Growth;
using Juvenal.Core.Hardening;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Juvenal.Devices;

namespace Juvenal.Bench;

/// <summary>
/// Whether the plan tells the truth: a window from 31 years, then 200 further years of the same made-up climate lived day by day with an
/// erring forecast. Printed as the tables of docs/truth.md.
/// </summary>
internal static class Truth
{
    private const int Known = 31;
    private const int Lived = 200;

    private static readonly (string Name, Climate Climate, double Latitude)[] Sites =
    [
        ("upland, 640 m", Climate.Upland, 47.2),
        ("midland", new(10, 9.5, 20, 10, 2.3, 0.65, 0.5), 51),
        ("maritime", new(10.5, 6, 30, 7.5, 2.0, 0.65, 0.3), 53),
        ("continental", new(8, 15, 15, 11, 3.2, 0.65, 0.4), 50),
        ("steppe", new(10, 14.5, 15, 15, 3.2, 0.6, 0.5), 45),
        ("mild south", new(15.5, 8, 18, 10, 2.0, 0.65, 0.2), 42),
    ];

    public static void Run()
    {
        Console.WriteLine($"{Known} years known, {Lived} lived; errors of the forecast from 0.8 °C tomorrow to 4 °C on the tenth day.\n");
        Console.WriteLine(
            "| place | crop, bed | window | first go inside it | never | frost ≤ 14 d after | ≤ 30 d | bed freezes after its 1-in-10 day |"
        );
        Console.WriteLine("|---|---|---|---|---|---|---|---|");
        var (inside, all) = (0, 0);
        foreach (var (name, climate, latitude) in Sites)
        {
            var weather = new WeatherGenerator(2026, climate);
            var first = new DateOnly(1990, 1, 1);
            var record = WeatherRecord.From([.. weather.Days(first, new(1990 + Known - 1, 12, 31))]);
            var known = SiteClimate.From(record, 0, latitude)!;
            var further = WeatherRecord.From([.. weather.Days(new(1990 + Known, 1, 1), new(1990 + Known + Lived, 12, 31))]);
            var lived = SiteClimate.From(further, 0, latitude)!;
            var station = new Simulated(weather);
            foreach (
                var (crop, surface) in new[] { (Crop.Tomato, Surface.Bare), (Crop.Tomato, Surface.Tunnel), (Crop.Pepper, Surface.Film) }
            )
            {
                var season = new SiteSeason(null, false, known, Hemisphere.North, 2026);
                var window = PlantingWindow.For(crop, season, HouseRules.Default, surface);
                var tomatoes = PlantingWindow.For(Crop.Tomato, season, HouseRules.Default, surface);
                var gain = Surfaces.NightGainC(surface);
                var risk = Openings.RiskOf(known.YearsUnder(surface), gain);
                var chill = Openings.ChillOf(known.YearsUnder(surface), PlantingDecision.NearNight(crop, 13) - gain);
                var atRisk = Enumerable.Range(1, Openings.LastDay).FirstOrDefault(d => risk(d) <= HouseRules.Default.AcceptedRisk, 1);
                var (low, high) = (Axis(window.Opens.Low), Axis(window.Opens.High));
                var (hit, never, soon, later, frozen) = (0, 0, 0, 0, 0);
                var years = lived.YearsUnder(surface).Take(Lived).ToList();
                foreach (var year in years)
                {
                    var notBefore = crop == Crop.Pepper ? (First(Crop.Tomato, year, 1) ?? 212) + PlantingWindow.PepperDaysAfterTomatoes : 1;
                    var day = First(crop, year, notBefore);
                    if (day is not { } go)
                        never++;
                    else
                    {
                        hit += go >= low && go <= high ? 1 : 0;
                        soon += Freezes(year, go, 14) ? 1 : 0;
                        later += Freezes(year, go, 30) ? 1 : 0;
                    }

                    frozen += Freezes(year, atRisk, Openings.LastDay) ? 1 : 0;
                }

                (inside, all) = (inside + hit, all + years.Count);
                Console.WriteLine(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"| {name} | {crop}, {surface} | {window.Opens.Low:d MMM} – **{window.Opens.Mid:d MMM}** – {window.Opens.High:d MMM}{(window.Springs!.Never > 0 ? $", {window.Springs.Never} of {Known} never" : "")} | {Share(hit, years.Count)} | {Share(never, years.Count)} | {Share(soon, years.Count)} | {Share(later, years.Count)} | {Share(frozen, years.Count)} |"
                    )
                );

                bool Freezes(PastYear year, int from, int days) =>
                    year.MinimumC.Skip(from - 1).Take(Math.Min(days, Openings.LastDay - from + 1)).Any(c => c + gain <= 0);

                // Day by day, as it would be asked on the Round: the forecast of that morning, the soil as reckoned.
                int? First(Crop of, PastYear year, int from)
                {
                    var chillOf =
                        of == crop ? chill : Openings.ChillOf(known.YearsUnder(surface), PlantingDecision.NearNight(of, 13) - gain);
                    for (var d = from; d <= Openings.LastDay; d++)
                    {
                        var today = SeasonAxis.Date(d, year.Year);
                        var ahead = station.MadeOn(today.AddDays(-1)).Days;
                        var asked = new GoQuestion(
                            of,
                            HouseRules.Default.AcceptedRisk,
                            Math.Clamp(risk(d + PlantingDecision.MostNights), 0, 1),
                            [.. ahead.Select(a => a.MinimumC!.Value)],
                            [.. ahead.Select(a => a.MaximumC!.Value)],
                            year.SoilMorningC![d - 1],
                            gain,
                            chillOf(d),
                            RungsDone: GoQuestion.UsualRungs
                        );
                        var factors = PlantingDecision.Of(asked).Value.Factors;
                        if (factors.All(f => f.Name == "heat" || f.Result != FactorResult.Fail))
                            return d;
                    }

                    return null;
                }
            }
        }

        Console.WriteLine($"\nAll: {Share(inside, all)} inside the window (wanted 80 ± 5 %).\n");
        Unheated();
        Hardening();
        Warmer();
        Speed();

        static int Axis(DateOnly day) => SeasonAxis.Of(day, 2026);
    }

    /// <summary>Tomatoes that came up on 20 March in a glasshouse without heat: how often the day of their two leaves is in the
    /// plan's band.</summary>
    private static void Unheated()
    {
        Console.WriteLine("| place | two true leaves, unheated glasshouse, up on 20 March | inside |");
        Console.WriteLine("|---|---|---|");
        foreach (var (name, climate, latitude) in Sites)
        {
            var weather = new WeatherGenerator(2026, climate);
            var record = WeatherRecord.From([.. weather.Days(new(1990, 1, 1), new(1990 + Known - 1, 12, 31))]);
            var known = SiteClimate.From(record, 0, latitude)!;
            var further = WeatherRecord.From([.. weather.Days(new(1990 + Known, 1, 1), new(1990 + Known + Lived, 12, 31))]);
            var lived = SiteClimate.From(further, 0, latitude)!;
            var up = new DateOnly(2026, 3, 20);
            var until = Enumerable
                .Range(-30, 31)
                .Select(i => up.AddDays(i))
                .ToDictionary(d => d, d => new WeatherDay(d, known.Nights.At(d.DayOfYear, 0), known.Days.At(d.DayOfYear, 0)));
            var glass = SeasonWeather
                .From(known, latitude, 2026, until)
                .Of(UnderTheSky.Glasshouse, UnderTheSky.Glasshouse, 0, 0, PlaceLight.Of(PlaceKind.House, null, null));
            PlaceClimate house = new("House", Temperature.FromCelsius(10), Temperature.FromCelsius(10), Follows: glass);
            PlaceClimate mat = new("Mat", Temperature.FromCelsius(22), Temperature.FromCelsius(22), Temperature.FromCelsius(26));
            var path = new GrowingPath(new("Tray", 0.05, 72), mat, house, [new(new("9 cm pot", 0.4), house)], house, "Bed", Surface.Bare);
            var steps = path.Steps.ToDictionary(s => s.Kind, s => s.Id);
            var request = new PlanRequest(
                new(Crop.Tomato, SpeciesGroup.Tomato, Habit.Tall, 75),
                2026,
                up,
                new(null, false, known, Hemisphere.North, 2026),
                HouseRules.Default,
                new(40, 0.85, 0.95, 0.9, 1, null),
                path,
                new Dictionary<StepId, StepFacts>
                {
                    // As many days as the mat should take: it teaches nothing of their pace.
                    [steps[StepKind.Begin]] = new(Done: up.AddDays(-6)),
                    [steps[StepKind.Up]] = new(Done: up),
                }
            );
            var leaves = Planner.Plan(request).Value.Step(StepKind.Move).Date;
            var leaf = LeafModel.For(SpeciesGroup.Tomato);
            var light = PlaceLight.Of(PlaceKind.House, null, null)!;
            var random = new Random(7);
            var inside = 0;
            var years = lived.Years.Take(Lived).ToList();
            foreach (var year in years)
            {
                // The house is off by a degree or so, the plants are quicker or slower, as the plan has it too.
                var (off, pace) = (
                    Normal(random),
                    1 + (StageSpreads.Usual.Leaves * Normal(random)) + (StageSpreads.Usual.LeafPace * Normal(random))
                );
                var need = LeafModel.FirstTrueLeaves * leaf.DegreeDaysPerLeaf * pace;
                var day = SeasonAxis.Of(up, 2026);
                while (need > 0 && day < SiteYear.Days)
                {
                    var (low, high) = (year.MinimumC[day - 1], year.MaximumC[day - 1]);
                    var sun = Sun.OnGround(low, high, Sun.AtTop(latitude, day));
                    var mean = (UnderTheSky.Glasshouse.Low(low) + UnderTheSky.Glasshouse.High(low, high, sun)) / 2;
                    need -= leaf.LeafDegreeDays(mean + Math.Clamp(off, -2, 2)) * LeafModel.LightFactor(light.Mol(sun));
                    day++;
                }

                var reached = SeasonAxis.Date(day - 1, 2026);
                inside += reached >= leaves.Low && reached <= leaves.High ? 1 : 0;
            }

            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"| {name} | {leaves.Low:d MMM} – **{leaves.Mid:d MMM}** – {leaves.High:d MMM} | {Share(inside, years.Count)} |"
                )
            );
        }

        Console.WriteLine("\nWanted: 75–90 %.\n");
        static double Normal(Random random) =>
            Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
    }

    /// <summary>How long ten rungs take from 1 May on, in the springs of a record.</summary>
    private static void Hardening()
    {
        Console.WriteLine("| place | ten rungs from 1 May: tomato | pepper | pepper, in by night |");
        Console.WriteLine("|---|---|---|---|");
        foreach (var (name, climate, latitude) in Sites)
        {
            var record = WeatherRecord.From([.. new WeatherGenerator(2026, climate).Days(new(1990, 1, 1), new(2020, 12, 31))]);
            var weather = SeasonWeather.From(
                SiteClimate.From(record, 0, latitude)!,
                latitude,
                2026,
                new Dictionary<DateOnly, WeatherDay>()
            );
            Console.WriteLine($"| {name} | {Days(Crop.Tomato, true)} | {Days(Crop.Pepper, true)} | {Days(Crop.Pepper, false)} |");

            string Days(Crop crop, bool nights)
            {
                var ladder = weather.Ladder(
                    UnderTheSky.Stand,
                    crop,
                    Ladder.Of(Ladder.Usual, nights ? HardeningBy.Hours : HardeningBy.OutAndIn)
                )!;
                var from = new DateOnly(2026, 5, 1).DayNumber;
                var all = Enumerable.Range(0, ladder.Springs).Select(y => ladder.Of(y, from)).Order().ToList();
                return $"{all[all.Count / 10]} – **{all[all.Count / 2]}** – {all[all.Count * 9 / 10]} d";
            }
        }

        Console.WriteLine();
    }

    /// <summary>A site, a surface or a risk that is turned in small steps: how often a warmer or bolder one plants later.</summary>
    private static void Warmer()
    {
        var (later, steps) = (0, 0);
        foreach (var (_, climate, latitude) in Sites)
        {
            var record = WeatherRecord.From([.. new WeatherGenerator(2026, climate).Days(new(1990, 1, 1), new(2020, 12, 31))]);
            var known = SiteClimate.From(record, 0, latitude)!;
            foreach (var crop in Enum.GetValues<Crop>())
            {
                var before = int.MaxValue;
                for (var warmer = -6.0; warmer <= 6; warmer += 0.5)
                {
                    var soil = Surfaces.All.ToDictionary(s => s, _ => warmer);
                    var day = PlantingWindow
                        .For(
                            crop,
                            new(null, false, known with { OffsetC = warmer, SoilCorrections = soil }, Hemisphere.North, 2026),
                            HouseRules.Default,
                            Surface.Bare
                        )
                        .Opens.Mid.DayNumber;
                    later += day > before ? 1 : 0;
                    steps++;
                    before = day;
                }
            }
        }

        Console.WriteLine($"A site warmer by half a degree, −6 to +6 °C: {later} of {steps} steps plant later (wanted: none).\n");
    }

    private static void Speed()
    {
        var record = WeatherRecord.From([.. new WeatherGenerator(2026, Climate.Upland).Days(new(1990, 1, 1), new(2020, 12, 31))]);
        SiteClimate Site() => SiteClimate.From(record, 0, 47)!;
        var known = Site();
        var (site, risk) = (Best(() => Site()), 0.05);
        var drag = Best(() =>
        {
            risk += 0.001;
            foreach (var crop in Enum.GetValues<Crop>())
            {
                foreach (var surface in Surfaces.All)
                    PlantingWindow.For(
                        crop,
                        new(null, false, known, Hemisphere.North, 2026),
                        HouseRules.Default with
                        {
                            AcceptedRisk = risk,
                        },
                        surface
                    );
            }
        });
        Console.WriteLine(
            $"A site recomputed: {site:0} ms (wanted under 200). Ten windows at another risk: {drag:0} ms (wanted under 50)."
        );

        static double Best(Action action)
        {
            var best = double.PositiveInfinity;
            for (var i = 0; i < 9; i++)
            {
                var watch = Stopwatch.StartNew();
                action();
                best = Math.Min(best, watch.Elapsed.TotalMilliseconds);
            }

            return best;
        }
    }

    private static string Share(int part, int all) => string.Create(CultureInfo.InvariantCulture, $"{100.0 * part / Math.Max(1, all):0} %");
}
