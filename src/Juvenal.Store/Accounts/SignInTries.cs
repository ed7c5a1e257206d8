using System.Security.Cryptography;
using System.Text;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Accounts;

/// <summary>
/// Counts tries to sign in, before the password is looked at, so that many at once are counted too. Names that nobody has are counted
/// like the others: what is refused does not tell whether an account exists.
/// </summary>
public sealed class SignInTries(NpgsqlDataSource source, TimeProvider clock)
{
    /// <summary>After so many tries on one name from one address, it waits.</summary>
    public const int MostFromOneAddress = 5;

    /// <summary>After so many tries on one name from anywhere, it waits: more, so that a stranger cannot easily lock someone out.</summary>
    public const int MostFromAnywhere = 50;

    public static readonly TimeSpan Window = TimeSpan.FromMinutes(15);

    private const string Count = """
        -- One more try; the window begins anew when it has passed.
        insert into sign_in_try as t (key, tries, since)
        values ($1, 1, $2), ($3, 1, $2)
        on conflict (key) do update set
          tries = case when t.since <= $2 - $4::interval then 1 else t.tries + 1 end,
          since = case when t.since <= $2 - $4::interval then $2 else t.since end
        returning tries, since
        """;

    private const string Forget = """
        -- A sign-in that succeeded takes its own tries back, and what nobody waits for any more goes.
        delete from sign_in_try
        where key in ($1, $2) or since < $3::timestamptz - interval '1 day'
        """;

    /// <returns>How long to wait, where there were too many; else null.</returns>
    public async Task<TimeSpan?> CountAsync(string name, string address, CancellationToken cancel)
    {
        var now = clock.GetUtcNow();
        await using var command = source.CreateCommand(Count);
        command.Parameters.AddRange(
            (NpgsqlParameter[])[Sql.Of(Key(name, "from " + address)), Sql.Of(now), Sql.Of(Key(name, "anywhere")), Sql.Of(Window)]
        );
        await using var reader = await command.ExecuteReaderAsync(cancel);
        TimeSpan? wait = null;
        foreach (var most in new[] { MostFromOneAddress, MostFromAnywhere })
        {
            await reader.ReadAsync(cancel);
            if (reader.GetInt32(0) > most)
                wait = reader.GetFieldValue<DateTimeOffset>(1) + Window - now;
        }

        return wait;
    }

    public async Task ForgetAsync(string name, string address, CancellationToken cancel)
    {
        await using var command = source.CreateCommand(Forget);
        command.Parameters.AddRange(
            (NpgsqlParameter[])[Sql.Of(Key(name, "from " + address)), Sql.Of(Key(name, "anywhere")), Sql.Of(clock.GetUtcNow())]
        );
        await command.ExecuteNonQueryAsync(cancel);
    }

    // Hashed: the table holds no names and no addresses.
    private static byte[] Key(string name, string address) =>
        SHA256.HashData(Encoding.UTF8.GetBytes(AccountName.Key(name) + "\n" + address));
}
