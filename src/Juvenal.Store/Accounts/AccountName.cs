using Juvenal.Core.Measures;

namespace Juvenal.Store.Accounts;

/// <summary>The name one signs in with, and the password's form.</summary>
public static class AccountName
{
    public const int Shortest = 3;
    public const int Longest = 60;
    public const int ShortestPassword = 10;
    public const int LongestPassword = 200;

    /// <summary>The name without regard to upper and lower case and to spaces around it: two names with one key are the same.</summary>
    public static string Key(string name) => name.Trim().ToLowerInvariant();

    /// <summary>What is wrong with a name that someone chooses.</summary>
    public static void Check(string name, List<Failure> failures)
    {
        var trimmed = name.Trim();
        if (trimmed.Length is < Shortest or > Longest)
            failures.Add(new("name-length", "name", trimmed.Length, Shortest, Longest));
        else if (!trimmed.All(c => char.IsLetterOrDigit(c) || c is ' ' or '.' or '-' or '_' or '@' or '\''))
            failures.Add(new("name-signs", "name"));
    }

    /// <summary>
    /// What is wrong with a password that someone chooses. Length counts, not kinds of signs
    /// (NIST SP 800-63B, section 5.1.1.2, from memory: at least 8, no rules of composition).
    /// </summary>
    public static void CheckPassword(string password, string name, string field, List<Failure> failures)
    {
        if (password.Length is < ShortestPassword or > LongestPassword)
            failures.Add(new("password-length", field, password.Length, ShortestPassword, LongestPassword));
        else if (
            password.Distinct().Count() < 5
            || password.Contains(name.Trim(), StringComparison.OrdinalIgnoreCase)
            || "01234567890123456789abcdefghijklmnopqrstuvwxyzqwertyuiopasdfghjkl".Contains(password, StringComparison.OrdinalIgnoreCase)
        )
        {
            failures.Add(new("password-guessable", field));
        }
    }
}
