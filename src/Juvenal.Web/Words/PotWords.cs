using Juvenal.Core.Cultivars;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.PlantingOut;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Places;

namespace Juvenal.Web.Words;

/// <summary>Pots that plants end in, in words.</summary>
internal sealed class PotWords(Measures m)
{
    /// <summary>"Room for 12: 3 rows of 4. 8 to pot, 4 potted."</summary>
    /// <param name="fits">Null: nobody said how much room there is.</param>
    /// <param name="toGo">Still to go into their last pot.</param>
    /// <param name="potted">That stand in it.</param>
    public static string Text(PlantsInBed? fits, int toGo, int potted)
    {
        var parts = new List<string>();
        if (toGo > 0)
            parts.Add($"{toGo:#,0} to pot");
        if (potted > 0)
            parts.Add($"{potted:#,0} potted");
        var who = parts.Count == 0 ? "Nothing is planned for it" : string.Join(", ", parts);
        return fits is null
            ? $"{who}. Say how much room there is, and it is reckoned how many fit."
            : $"Room for {fits.Plants:#,0}: {fits.Rows} {(fits.Rows == 1 ? "row" : "rows")} of {fits.PerRow}. {who}.";
    }

    /// <summary>"2 m by 30 cm; 45 cm from pot to pot."</summary>
    public string Size(double lengthCm, double widthCm, double apartCm) =>
        $"{m.Size(lengthCm)} by {m.Size(widthCm)}; {m.Length(apartCm)} from the middle of one pot to the next.";

    public static IEnumerable<string> Warnings(BedLayout? layout)
    {
        if (layout is not null && layout.Over.Sum() is > 0 and var over)
            yield return $"{over:#,0} find no room: another place, closer, or fewer.";
    }

    /// <summary>What potting them takes, in the order in which it is done.</summary>
    /// <param name="sheet">In all.</param>
    /// <param name="who">By batch.</param>
    /// <param name="outdoors">They stand under the sky.</param>
    public IEnumerable<string> Work(
        PotSheet sheet,
        IReadOnlyList<(CultivarRow Cultivar, BedBatch Batch, Container Pot, Setting? Set)> who,
        bool outdoors
    )
    {
        yield return "Water them an hour before. Free the holes of the pots; no stones below.";
        if (sheet.MixL > 0)
            yield return $"Mix: {m.Volume(Math.Ceiling(sheet.MixL))}, wetted with {m.Volume(Math.Round(sheet.WaterL, 1))} first.";
        foreach (var (cultivar, batch, pot, set) in who)
            yield return $"{cultivar.Name} {batch.Code}: {batch.ToGo:#,0} × {pot.Name}"
                + (
                    set is null ? "; how deep is told once they are up."
                    : cultivar.Crop == Crop.Pepper || set.Depth.BuryStemCm < 1 ? ", as deep as they stood."
                    : $", {m.Length(set.Depth.BuryStemCm)} deeper than they stood"
                        + (set.Strip > 0 ? $"; strip {set.Strip} {(set.Strip == 1 ? "leaf" : "leaves")} below." : ".")
                );
        if (sheet.Heavy)
            yield return $"Wet, the largest weighs about {m.Grams(sheet.HeaviestKg * 1000)}: fill it where it stays, lift from the knees, or two of you.";
        foreach (var stakes in BedWords.Stakes(sheet.Stakes, sheet.ShortStakes))
            yield return stakes;
        yield return "Water until it runs out below; empty the saucers. Pots are fed with liquid feed only.";
        if (outdoors)
            yield return "Shade them on a first sunny day.";
    }
}
