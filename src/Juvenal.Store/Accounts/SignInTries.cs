using System.Security.Cryptography;
using System.Text;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Accounts;

/// <summary>
/// Counts tries to sign in, before the password is looked at, so that many at once are counted too. Names that nobody has are counted
/// like the others: what is refused does not tell whether an account exists. A try that is refused counts nowhere: whoever goes on
/// guessing at one address locks out that address, and nobody elsewhere.
/// </summary>
public sealed class SignInTries(NpgsqlDataSource source, TimeProvider clock)
{
    /// <summary>After so many tries on one name from one address, it waits.</summary>
    public const int MostFromOneAddress = 5;

    /// <summary>
    /// After so many tries on one name from anywhere, it waits: from one address come no more than <see cref="MostFromOneAddress"/> of
    /// them.
    /// </summary>
    public const int MostFromAnywhere = 50;

    public static readonly TimeSpan Window = TimeSpan.FromMinutes(15);

    private const string Make = """
        -- Both counts, where they are not there yet.
        insert into sign_in_try (key, tries, since, name_key)
        values ($1, 0, $3, $4), ($2, 0, $3, $4)
        on conflict (key) do nothing
        """;

    private const string Lock = """
        -- The counts as they are; nobody else counts until this one is done.
        select key, tries, since
        from sign_in_try
        where key in ($1, $2)
        order by key
        for update
        """;

    private const string Count = """
        -- One more try in both; the window begins anew when it has passed.
        update sign_in_try
        set tries = case when since <= $3 - $4::interval then 1 else tries + 1 end,
          since = case when since <= $3 - $4::interval then $3 else since end
        where key in ($1, $2)
        """;

    private const string GiveBack = """
        -- A try that was broken off before the password was looked at.
        update sign_in_try
        set tries = tries - 1
        where key in ($1, $2) and tries > 0
        """;

    private const string Forget = """
        -- A sign-in that succeeded takes its own tries back, and what nobody waits for any more goes.
        delete from sign_in_try
        where key in ($1, $2) or since < $3::timestamptz - interval '1 day'
        """;

    private const string ForgetName = """
        -- A new password was given out: nobody waits because of the old one.
        delete from sign_in_try
        where name_key = $1
        """;

    /// <returns>How long to wait, where there were too many; else null, and the try is counted.</returns>
    public async Task<TimeSpan?> CountAsync(string name, string address, CancellationToken cancel)
    {
        var now = clock.GetUtcNow();
        var (here, anywhere) = (Key(name, "from " + address), Key(name, "anywhere"));
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await RunAsync(connection, Make, cancel, Sql.Of(here), Sql.Of(anywhere), Sql.Of(now), Sql.Of(NameKey(name)));
        TimeSpan? wait = null;
        await using (var command = Command(connection, Lock, Sql.Of(here), Sql.Of(anywhere)))
        await using (var reader = await command.ExecuteReaderAsync(cancel))
        {
            while (await reader.ReadAsync(cancel))
            {
                var most = reader.GetFieldValue<byte[]>(0).AsSpan().SequenceEqual(here) ? MostFromOneAddress : MostFromAnywhere;
                var until = reader.GetFieldValue<DateTimeOffset>(2) + Window;
                if (reader.GetInt32(1) >= most && until > now && (wait is null || until - now > wait))
                    wait = until - now;
            }
        }

        if (wait is null)
            await RunAsync(connection, Count, cancel, Sql.Of(here), Sql.Of(anywhere), Sql.Of(now), Sql.Of(Window));
        await transaction.CommitAsync(cancel);
        return wait;
    }

    /// <summary>The try was broken off: nobody learnt whether the password fits.</summary>
    public async Task GiveBackAsync(string name, string address)
    {
        await using var connection = await source.OpenConnectionAsync(CancellationToken.None);
        await RunAsync(connection, GiveBack, CancellationToken.None, Sql.Of(Key(name, "from " + address)), Sql.Of(Key(name, "anywhere")));
    }

    public async Task ForgetAsync(string name, string address, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await RunAsync(
            connection,
            Forget,
            cancel,
            Sql.Of(Key(name, "from " + address)),
            Sql.Of(Key(name, "anywhere")),
            Sql.Of(clock.GetUtcNow())
        );
    }

    /// <summary>Takes back all tries on a name, from wherever they came.</summary>
    public async Task ForgetNameAsync(string name, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await RunAsync(connection, ForgetName, cancel, Sql.Of(NameKey(name)));
    }

    private static NpgsqlCommand Command(NpgsqlConnection connection, string sql, params NpgsqlParameter[] parameters)
    {
        var command = new NpgsqlCommand(sql, connection);
        command.Parameters.AddRange(parameters);
        return command;
    }

    private static async Task RunAsync(
        NpgsqlConnection connection,
        string sql,
        CancellationToken cancel,
        params NpgsqlParameter[] parameters
    )
    {
        await using var command = Command(connection, sql, parameters);
        await command.ExecuteNonQueryAsync(cancel);
    }

    // Hashed: the table holds no names and no addresses.
    private static byte[] Key(string name, string address) =>
        SHA256.HashData(Encoding.UTF8.GetBytes(AccountName.Key(name) + "\n" + address));

    private static byte[] NameKey(string name) => Key(name, "");
}
