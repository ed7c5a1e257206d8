using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;

namespace Juvenal.Web.Problems;

/// <summary>A choice in the address, written as in the API's JSON: day-first.</summary>
internal static class Ask
{
    /// <returns>Null where nothing was said.</returns>
    /// <exception cref="RefusedException">It is none of the choices.</exception>
    public static T? Choice<T>(string? text, string field)
        where T : struct, Enum
    {
        if (string.IsNullOrEmpty(text))
            return null;
        return
            !char.IsAsciiDigit(text[0])
            && Enum.TryParse<T>(text.Replace("-", "", StringComparison.Ordinal), ignoreCase: true, out var value)
            && Enum.IsDefined(value)
            ? value
            : throw new RefusedException(new Failure("not-chosen", field));
    }
}
