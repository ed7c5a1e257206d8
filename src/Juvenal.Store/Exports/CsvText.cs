namespace Juvenal.Store.Exports;

/// <summary>Texts in CSV files that people open in a spreadsheet.</summary>
public static class CsvText
{
    /// <summary>
    /// A text that a spreadsheet would run as a formula gets an apostrophe before it (OWASP, "CSV Injection", from memory:
    /// it begins with =, +, -, @, tab or carriage return).
    /// </summary>
    public static string Harmless(string text) =>
        text.Length > 0 && text[0] is '=' or '+' or '-' or '@' or '\t' or '\r' ? "'" + text : text;
}
