using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>A connection answers one question at a time: what is read side by side on it takes turns.</summary>
public sealed class SideBySideTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Each_gets_its_own_answers_and_none_runs_beside_another()
    {
        var inside = 0;
        // Many times: what is wrong only where two threads meet is not wrong each time.
        for (var run = 0; run < 40; run++)
        {
            await using var reading = await house.Database.ReadAsync(house.Nursery, default);
            var counts = await reading
                .SideBySideAsync(
                    async () =>
                    {
                        // Several wait for one, and go on from there each in its own way.
                        var first = CountAsync(3);
                        return await Task.WhenAll(Enumerable.Range(1, 20).Select(n => AfterAsync(first, n)).ToList());
                    },
                    default
                )
                // One that is never told would wait for ever.
                .WaitAsync(TimeSpan.FromMinutes(2));
            Assert.Equal(Enumerable.Range(1, 20).Select(n => 3 + n + n % 4), counts);
            Assert.Equal(7, await CountAsync(7));

            async Task<int> AfterAsync(Task<int> first, int n)
            {
                var sum = Alone(await first);
                sum += Alone(await CountAsync(n));
                if (n % 3 == 0)
                    await Task.Yield();
                return sum + Alone(await CountAsync(n % 4));
            }

            async Task<int> CountAsync(int rows) =>
                (await reading.ListAsync($"select generate_series(1, {rows})", r => r.GetInt32(0), default)).Count;
        }

        int Alone(int count)
        {
            Assert.Equal(1, Interlocked.Increment(ref inside));
            Thread.SpinWait(200);
            Interlocked.Decrement(ref inside);
            return count;
        }
    }

    [Fact]
    public async Task Who_waits_for_what_cannot_be_read_is_told_and_the_connection_reads_on()
    {
        await using var reading = await house.Database.ReadAsync(house.Nursery, default);
        var told = await reading.SideBySideAsync(
            async () =>
            {
                var asked = new[] { "select 1", "select no_such_column", "select 2" }
                    .Select(sql => reading.ListAsync(sql, r => r.GetInt32(0), default))
                    .ToList();
                var failures = 0;
                foreach (var one in asked)
                    failures += await Record.ExceptionAsync(() => one) is PostgresException ? 1 : 0;
                return (failures, await reading.ListAsync("select 5", r => r.GetInt32(0), default));
            },
            default
        );
        Assert.Equal(3, told.failures);
        Assert.Equal([5], told.Item2);
        await Assert.ThrowsAsync<InvalidOperationException>(() =>
            reading.SideBySideAsync<int>(() => throw new InvalidOperationException(), default)
        );
        Assert.Equal([6], await reading.ListAsync("select 6", r => r.GetInt32(0), default));
    }
}
