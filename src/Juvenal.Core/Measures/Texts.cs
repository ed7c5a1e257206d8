namespace Juvenal.Core.Measures;

/// <summary>What a person types.</summary>
public static class Texts
{
    /// <summary>Without control signs, which nobody types; tabs and line ends are text.</summary>
    public static bool IsPlain(string text) => !text.Any(c => char.IsControl(c) && c is not ('\n' or '\r' or '\t'));
}
