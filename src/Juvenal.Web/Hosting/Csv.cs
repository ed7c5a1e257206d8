using System.Globalization;
using System.Text;
using CsvHelper;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Juvenal.Web.Hosting;

/// <summary>Tables as CSV (RFC 4180), UTF-8. What a grower typed is made harmless before (<see cref="Store.Exports.CsvText"/>).</summary>
internal static class Csv
{
    public static ContentHttpResult Answer(IEnumerable<string> columns, IEnumerable<IReadOnlyList<string>> rows) =>
        TypedResults.Text(Write(columns, rows), "text/csv", Encoding.UTF8);

    public static string Write(IEnumerable<string> columns, IEnumerable<IReadOnlyList<string>> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(text, CultureInfo.InvariantCulture))
        {
            foreach (var row in rows.Prepend([.. columns]))
            {
                foreach (var field in row)
                    csv.WriteField(field);
                csv.NextRecord();
            }
        }

        return text.ToString();
    }
}
