using System.Globalization;
using Juvenal.Core.Care;
using Juvenal.Core.Season;
using Juvenal.Store.Exports;
using Juvenal.Web.Words;

namespace Juvenal.Web.Care;

/// <summary>What is to be bought by when, as a table.</summary>
internal static class BuyingCsv
{
    public static readonly string[] Columns = ["what", "unit", "needed", "by", "in store", "to buy"];

    public static IReadOnlyList<string> Row(ToHave row, Measures measures) =>
        [
            CsvText.Harmless(CareWords.Of(row)),
            row.Kind == NeedKind.Mix ? measures.VolumeUnit : "",
            Amount(row, row.Amount, measures),
            row.By.ToString("O", CultureInfo.InvariantCulture),
            Amount(row, row.Have, measures),
            Amount(row, row.Buy, measures),
        ];

    private static string Amount(ToHave row, double? amount, Measures measures) =>
        amount switch
        {
            null => "",
            { } litres when row.Kind == NeedKind.Mix => measures.VolumeOf(litres).ToString("0.#", CultureInfo.InvariantCulture),
            { } pieces => Math.Ceiling(pieces).ToString(CultureInfo.InvariantCulture),
        };
}
