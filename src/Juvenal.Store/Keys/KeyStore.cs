using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Keys;

/// <summary>Data-protection keys in the database. Called by the framework at start and when a key grows old, never per request.</summary>
public sealed class KeyStore(NpgsqlDataSource source)
{
    private const string Select = """
        -- All keys, oldest first.
        select xml
        from data_protection_key
        order by id
        """;

    private const string Insert = """
        -- A new key.
        insert into data_protection_key (name, xml)
        values ($1, $2)
        """;

    public IReadOnlyList<string> All()
    {
        using var command = source.CreateCommand(Select);
        using var reader = command.ExecuteReader();
        var rows = new List<string>();
        while (reader.Read())
            rows.Add(reader.GetString(0));
        return rows;
    }

    public void Add(string name, string xml)
    {
        using var command = source.CreateCommand(Insert);
        command.Parameters.Add(Sql.Of(name));
        command.Parameters.Add(Sql.Of(xml));
        command.ExecuteNonQuery();
    }
}
