using System.Threading.Channels;

namespace Juvenal.Store.Nurseries;

/// <summary>
/// Gathers readings that are started side by side on one connection. A connection answers one question at a time, so their code must
/// never run at once, and nothing is sent while any of it can still go on: all of it comes back here, by turns. Only when each of them
/// waits for an answer are their questions sent, in one round trip.
/// </summary>
internal sealed class SideBySide : SynchronizationContext
{
    private readonly Channel<(SendOrPostCallback Run, object? State)> _turns = Channel.CreateUnbounded<(SendOrPostCallback, object?)>();
    private List<(Reading[] Statements, TaskCompletionSource Told)> _waiting = [];

    /// <summary>A reading that waits for the others.</summary>
    public Task WaitAsync(Reading[] statements)
    {
        var told = new TaskCompletionSource();
        _waiting.Add((statements, told));
        return told.Task;
    }

    /// <param name="body">Starts readings, and awaits them.</param>
    /// <param name="send">Sends statements in one round trip, and reads their rows.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<T> RunAsync<T>(Func<Task<T>> body, Func<IReadOnlyCollection<Reading>, Task> send, CancellationToken cancel)
    {
        var result = Here(body);
        // In whatever way it ends, it is heard.
        _ = result.ContinueWith(_ => Post(_ => { }, null), TaskScheduler.Default);
        while (true)
        {
            while (_turns.Reader.TryRead(out var turn))
                Here(() => turn.Run(turn.State));
            if (result.IsCompleted)
                return await result;
            if (_waiting.Count == 0)
            {
                // It awaits something else than a reading: that posts its turn when it is done.
                await _turns.Reader.WaitToReadAsync(cancel);
                continue;
            }

            (var waiting, _waiting) = (_waiting, []);
            try
            {
                await send([.. waiting.SelectMany(w => w.Statements)]);
                Here(() => waiting.ForEach(w => w.Told.SetResult()));
            }
            catch (Exception e)
            {
                // Whoever waits is told so by its own await.
                Here(() => waiting.ForEach(w => w.Told.TrySetException(e)));
            }
        }
    }

    public override void Post(SendOrPostCallback d, object? state) => _turns.Writer.TryWrite((d, state));

    public override void Send(SendOrPostCallback d, object? state) => throw new NotSupportedException("Readings take turns.");

    public override SynchronizationContext CreateCopy() => this;

    private void Here(Action run) =>
        Here(() =>
        {
            run();
            return true;
        });

    private T Here<T>(Func<T> run)
    {
        var before = Current;
        SetSynchronizationContext(this);
        try
        {
            return run();
        }
        finally
        {
            SetSynchronizationContext(before);
        }
    }
}
