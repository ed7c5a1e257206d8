using Juvenal.Store;
using Microsoft.AspNetCore.Mvc.Testing;
using Npgsql;
using Xunit;

[assembly: AssemblyFixture(typeof(Juvenal.Web.Tests.TestCluster))]

namespace Juvenal.Web.Tests;

/// <summary>The test command's own PostgreSQL; each test class gets a database copied from a migrated template.</summary>
public sealed class TestCluster : IAsyncLifetime
{
    private const string Template = "juvenal_template";
    private static int _number;

    public string Owner { get; } = Variable("JUVENAL_TEST_OWNER");

    public string Web { get; } = Variable("JUVENAL_TEST_WEB");

    public async ValueTask InitializeAsync()
    {
        await RunAsync($"drop database if exists {Template} with (force)");
        await RunAsync($"create database {Template}");
        Migrator.Run(OwnerOf(Template));
    }

    /// <summary>A migrated database; its name.</summary>
    public async Task<string> NewDatabaseAsync(bool empty = false)
    {
        var name = $"juvenal_test_{Interlocked.Increment(ref _number)}";
        await RunAsync($"drop database if exists {name} with (force)");
        await RunAsync($"create database {name}" + (empty ? "" : $" template {Template}"));
        return name;
    }

    private readonly SemaphoreSlim _sharing = new(1, 1);
    private (string Database, WebApplicationFactory<Program> Server)? _shared;

    /// <summary>The database that most classes share, each with a nursery of its own.</summary>
    public async Task<string> SharedDatabaseAsync() => (await SharedAsync()).Database;

    public async Task<WebApplicationFactory<Program>> SharedServerAsync() => (await SharedAsync()).Server;

    private async Task<(string Database, WebApplicationFactory<Program> Server)> SharedAsync()
    {
        await _sharing.WaitAsync();
        try
        {
            if (_shared is null)
            {
                var name = await NewDatabaseAsync();
                _shared = (name, House.ServerOn(WebOf(name)));
            }

            return _shared.Value;
        }
        finally
        {
            _sharing.Release();
        }
    }

    public string OwnerOf(string database) => $"{Owner};Database={database};Pooling=false";

    public string WebOf(string database) => $"{Web};Database={database};Maximum Pool Size=12;Timeout=300";

    public async ValueTask DisposeAsync()
    {
        if (_shared is { Server: var server })
            await server.DisposeAsync();
        _sharing.Dispose();
    }

    private async Task RunAsync(string sql)
    {
        await using var connection = new NpgsqlConnection(OwnerOf("postgres"));
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync();
    }

    private static string Variable(string name) =>
        Environment.GetEnvironmentVariable(name)
        ?? throw new InvalidOperationException($"{name} is not set: run these tests with ./juvenal test.");
}
