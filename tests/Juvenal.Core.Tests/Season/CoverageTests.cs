using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>A band says 8 of 10: held against draws that did not make it.</summary>
public class CoverageTests
{
    /// <summary>
    /// Bands of a week and more hold 76 to 88 of 100 of 3,584 other draws. Both ends are whole days and belong to the band: each takes in
    /// up to a day beyond its tenth, which is 4 of 100 on the average of both. Shorter bands hold more for that reason.
    /// </summary>
    [Theory]
    [InlineData(21, 17, 25, 2)]
    [InlineData(18, 14, 20, 2)]
    [InlineData(21, 17, 25, 3)]
    public void Bands_hold_four_of_five(double day, double night, double soil, int moves)
    {
        var path = Nurseries.Path(day, night, soil, moves);
        var request = Nurseries.Request(Nurseries.Pepper, path).With(Usual.Sow, new(Locked: Nurseries.Winter.AddDays(45)));
        var plan = Planner.Plan(request).Value;
        var window = PlantingWindow.For(request.Cultivar.Crop, request.Site, request.Rules, path.Surface);
        var walk = new Walk(request, window);
        var slots = path.Slots;
        Span<double> days = stackalloc double[slots],
            free = stackalloc double[slots],
            leaves = stackalloc double[slots];
        var inside = new int[slots];
        for (var i = Draws.Count; i < Draws.Most; i++)
        {
            walk.Run(Draws.Row(i), plan.Day(Usual.Sow).DayNumber, days, free, leaves, i);
            foreach (var step in plan.Steps)
            {
                var slot = path.SlotOf(step.Step);
                var on = DateOnly.FromDayNumber((int)Math.Floor(days[slot] + 0.5));
                if (on >= step.Date.Low && on <= step.Date.High)
                    inside[slot]++;
            }
        }

        var wide = plan.Steps.Where(s => s.Date.High.DayNumber - s.Date.Low.DayNumber >= 7).ToList();
        Assert.NotEmpty(wide);
        Assert.All(wide, s => Assert.InRange(100.0 * inside[path.SlotOf(s.Step)] / (Draws.Most - Draws.Count), 76, 88));
    }
}
