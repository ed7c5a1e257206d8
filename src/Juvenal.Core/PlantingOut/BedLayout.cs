using Juvenal.Core.Cultivars;

namespace Juvenal.Core.PlantingOut;

/// <summary>How the rows of a bed run.</summary>
public enum Along
{
    NorthSouth,
    EastWest,
}

/// <summary>A bed as it is set out.</summary>
/// <param name="LengthCm">Of its rows, cm, above 0.</param>
/// <param name="WidthCm">Across them, cm, above 0.</param>
/// <param name="SpacingCm">From plant to plant in the row, cm, 1–1,000; null: as is usual for what goes in.</param>
/// <param name="RowCm">From row to row, cm, 1–1,000; null: as is usual.</param>
/// <param name="Runs">How its rows run; null: nobody said.</param>
public readonly record struct Bed(double LengthCm, double WidthCm, double? SpacingCm = null, double? RowCm = null, Along? Runs = null)
{
    public double AreaM2 => LengthCm * WidthCm / 10_000;

    /// <summary>How many of a crop it takes, as far apart as it is set out, or as is usual.</summary>
    public int Takes(Crop crop) => BedLayout.Of(this, [new(crop, Habit.Bush, 1)]).Fits.Plants;
}

/// <summary>Plants that are to go into a bed, or stand in it.</summary>
/// <param name="Crop">Tomato or pepper.</param>
/// <param name="Habit">The tall ones stand to the north, where they shade nobody.</param>
/// <param name="Plants">How many, from 0.</param>
public readonly record struct BedWish(Crop Crop, Habit Habit, int Plants);

/// <summary>A plant's place in a bed.</summary>
/// <param name="Row">From 0; where rows run east and west, the first is the northernmost.</param>
/// <param name="Place">In the row, from 0; where rows run north and south, the first is the northernmost.</param>
/// <param name="Wish">Whose, by its index.</param>
public sealed record BedSpot(int Row, int Place, int Wish);

/// <summary>Who stands where in a bed.</summary>
/// <param name="Fits">How many it takes.</param>
/// <param name="SpacingCm">In the row, cm.</param>
/// <param name="RowCm">Between rows, cm.</param>
/// <param name="Spots">Of those that find room, in the order in which they are planted.</param>
/// <param name="Over">Of each wish, how many find none.</param>
public sealed record BedLayout(PlantsInBed Fits, double SpacingCm, double RowCm, IReadOnlyList<BedSpot> Spots, IReadOnlyList<int> Over)
{
    /// <summary>From tomato to tomato in the row, cm: growers have 45 to 60. [common practice, no source]</summary>
    public const double TomatoSpacingCm = 50;

    /// <summary>From pepper to pepper in the row, cm. [common practice, no source]</summary>
    public const double PepperSpacingCm = 45;

    /// <summary>Closer than this no plant is set without training, cm. [common practice, no source]</summary>
    public const double ClosestCm = 30;

    /// <summary>From row to row, to walk between, cm: growers have 75 to 100. [common practice, no source]</summary>
    public const double UsualRowCm = 75;

    /// <summary>Kept free along the edge of a bed, cm. [model]</summary>
    public const double EdgeCm = 20;

    /// <summary>From plant to plant in the row where nobody said, cm: as the wider of what goes in asks.</summary>
    public static double Usual(IEnumerable<Crop> crops) => crops.Contains(Crop.Tomato) ? TomatoSpacingCm : PepperSpacingCm;

    /// <summary>
    /// The tall ones to the north, peppers and dwarfs to the south; each batch together. Those that find no room are the last of the order.
    /// </summary>
    /// <param name="bed">As it is set out.</param>
    /// <param name="wishes">What goes in, and what stands there.</param>
    public static BedLayout Of(Bed bed, IReadOnlyList<BedWish> wishes)
    {
        ArgumentNullException.ThrowIfNull(wishes);
        var spacing = bed.SpacingCm ?? Usual(wishes.Where(w => w.Plants > 0).Select(w => w.Crop));
        var row = bed.RowCm ?? UsualRowCm;
        // A bed that is narrower than its edges has one row along its middle.
        var edge = Math.Min(EdgeCm, Math.Min(bed.LengthCm, bed.WidthCm) / 2);
        var outcome = PlantsInBed.Of(bed.LengthCm, bed.WidthCm, spacing, row, edge);
        var fits = outcome.Succeeded ? outcome.Value : new PlantsInBed(0, 0, 0);
        // From the north: along the rows where they run east and west, else across all rows from their northern ends.
        var order =
            bed.Runs == Along.NorthSouth
                ? from place in Enumerable.Range(0, fits.PerRow)
                from r in Enumerable.Range(0, fits.Rows)
                select (r, place)
                : from r in Enumerable.Range(0, fits.Rows)
                from place in Enumerable.Range(0, fits.PerRow)
                select (r, place);
        using var free = order.GetEnumerator();
        var spots = new List<BedSpot>();
        var over = new int[wishes.Count];
        var room = true;
        foreach (var i in Enumerable.Range(0, wishes.Count).OrderByDescending(i => Height(wishes[i])))
        {
            for (var n = 0; n < wishes[i].Plants; n++)
            {
                room = room && free.MoveNext();
                if (room)
                    spots.Add(new(free.Current.r, free.Current.place, i));
                else
                    over[i]++;
            }
        }

        return new(fits, spacing, row, spots, over);
    }

    /// <summary>Tall tomatoes above half-bush and bush, peppers below them, dwarfs last.</summary>
    private static int Height(BedWish wish) =>
        (wish.Crop, wish.Habit) switch
        {
            (Crop.Tomato, Habit.Tall) => 4,
            (Crop.Tomato, Habit.HalfBush) => 3,
            (Crop.Tomato, Habit.Bush) => 2,
            (Crop.Pepper, _) => 1,
            _ => 0,
        };
}
