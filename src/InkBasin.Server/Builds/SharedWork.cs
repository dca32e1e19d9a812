using System.Diagnostics.CodeAnalysis;

namespace InkBasin.Server.Builds;

/// <summary>Something worked out once for all who wait for it. It goes on while one of them does, and stops when the last has gone.</summary>
/// <typeparam name="T">What comes of it.</typeparam>
[SuppressMessage("Design", "CA1001", Justification = "A source without a timer holds nothing; waiters may outlive whoever would dispose of it.")]
internal sealed class SharedWork<T>(Func<CancellationToken, T> work)
    where T : class
{
    private readonly Lock _lock = new();
    private readonly CancellationTokenSource _stop = new();

    // Let go once it is done: it holds what the answer was made from, and that what it was made from in its turn, back to the first.
    private Func<CancellationToken, T>? _work = work;
    private Task<T>? _task;
    private int _waiting;

    /// <summary>What came of it; null while it is not done.</summary>
    public T? Done => _task is { IsCompletedSuccessfully: true } done ? done.Result : null;

    /// <summary>Whether it ended in a refusal or a fault.</summary>
    public bool Failed => _task is { IsFaulted: true };

    /// <summary>Waits for it, and begins it when nobody has.</summary>
    /// <param name="cancel">Waits no more.</param>
    /// <exception cref="OperationCanceledException">This one waits no more, or it was stopped before this one came.</exception>
    public async Task<T> WaitAsync(CancellationToken cancel)
    {
        Task<T> task;
        lock (_lock)
        {
            if (_task is { IsCompletedSuccessfully: true } done) return done.Result;
            _waiting++;
            task = _task ??= Task.Run(Run, _stop.Token);
        }

        try
        {
            return await task.WaitAsync(cancel);
        }
        finally
        {
            lock (_lock)
            {
                if (--_waiting == 0 && !task.IsCompleted) _stop.Cancel();
            }
        }
    }

    private T Run()
    {
        var made = _work!(_stop.Token);
        _work = null;
        return made;
    }
}
