using Juvenal.Store.Nurseries;
using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>What is written last goes with the commit: nobody is to notice but by the time it takes.</summary>
public sealed class WrittenLaterTests(House house) : IClassFixture<House>
{
    private const string Insert = "insert into act (nursery_id, id, payload_hash, entries) values ($1, $2, sha256('a'), '{}')";

    [Fact]
    public async Task Who_reads_after_it_in_the_same_act_finds_it_and_nobody_else_before_the_commit()
    {
        var (ids, last) = (new[] { Guid.CreateVersion7(), Guid.CreateVersion7() }, Guid.CreateVersion7());
        await house.Database.ActAsync(
            house.Nursery,
            null,
            Touches.Work,
            async writing =>
            {
                // Before anything else was sent, and after.
                foreach (var id in ids)
                {
                    writing.WithNext([Write(id)]);
                    Assert.Equal(0, await FoundAsync(id));
                    Assert.Single(await writing.ListAsync("select 1 from act where id = $1", r => r.GetInt32(0), default, Of(id)));
                    Assert.Equal(0, await FoundAsync(id));
                }

                writing.WithNext([Write(last)]);
                var streamed = 0;
                await foreach (var one in writing.StreamAsync("select 1 from act where id = $1", r => r.GetInt32(0), default, Of(last)))
                    streamed += one;
                Assert.Equal(1, streamed);
            },
            default
        );
        Assert.Equal(3, await FoundAsync([.. ids, last]));
    }

    [Fact]
    public async Task Without_the_commit_nothing_of_it_is_there()
    {
        var id = Guid.CreateVersion7();
        await Assert.ThrowsAsync<InvalidOperationException>(() =>
            house.Database.ActAsync(
                house.Nursery,
                null,
                Touches.Work,
                writing =>
                {
                    writing.WithNext([Write(id)]);
                    throw new InvalidOperationException();
                },
                default
            )
        );
        Assert.Equal(0, await FoundAsync(id));
    }

    [Fact]
    public async Task What_is_wrong_with_it_is_said_at_the_commit_and_nothing_of_the_act_stays()
    {
        var (first, wrong, after) = (Guid.CreateVersion7(), Guid.CreateVersion7(), Guid.CreateVersion7());
        var said = await Assert.ThrowsAsync<PostgresException>(() =>
            house.Database.ActAsync(
                house.Nursery,
                null,
                Touches.Work,
                async writing =>
                {
                    await writing.ExecuteManyAsync([Write(first)], default);
                    // Of a nursery that is not there: the wall refuses it.
                    writing.WithNext([Write(wrong, nursery: wrong)]);
                    writing.WithNext([Write(after)]);
                },
                default
            )
        );
        Assert.Equal(PostgresErrorCodes.InsufficientPrivilege, said.SqlState);
        Assert.Equal(0, await FoundAsync(first, wrong, after));
        // The connection goes back to the others, and is whole.
        for (var i = 0; i < 3; i++)
        {
            var id = Guid.CreateVersion7();
            await house.Database.ActAsync(
                house.Nursery,
                null,
                Touches.Work,
                writing =>
                {
                    writing.WithNext([Write(id)]);
                    return Task.CompletedTask;
                },
                default
            );
            Assert.Equal(1, await FoundAsync(id));
        }
    }

    private NpgsqlBatchCommand Write(Guid id, Guid? nursery = null) =>
        NurseryTransaction.Command(Insert, Of(nursery ?? house.Nursery), Of(id));

    private static NpgsqlParameter Of(Guid id) => new NpgsqlParameter<Guid> { TypedValue = id };

    private async Task<int> FoundAsync(params Guid[] ids)
    {
        await using var reading = await house.Database.ReadAsync(house.Nursery, default);
        var these = new NpgsqlParameter<Guid[]> { TypedValue = ids };
        return (await reading.ListAsync("select 1 from act where id = any($1)", r => r.GetInt32(0), default, these)).Count;
    }
}
