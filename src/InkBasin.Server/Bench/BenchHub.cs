using System.Collections.Concurrent;
using InkBasin.Server.Instruments;
using Microsoft.AspNetCore.SignalR;

namespace InkBasin.Server.Bench;

/// <summary>What the server tells a device that watches.</summary>
public interface IBenchWatcher
{
    /// <summary>A session has changed.</summary>
    Task Changed(BenchView view);

    /// <summary>What the instruments show.</summary>
    Task Readings(IReadOnlyList<InstrumentState> readings);
}

/// <summary>Which sessions are watched, and by how many devices.</summary>
internal sealed class BenchWatchers
{
    private readonly ConcurrentDictionary<string, Guid> _watching = new();

    /// <summary>Sessions somebody watches.</summary>
    public IReadOnlyList<Guid> Sessions => [.. _watching.Values.Distinct()];

    public void Watch(string connection, Guid session) => _watching[connection] = session;

    public void Leave(string connection) => _watching.TryRemove(connection, out _);
}

/// <summary>Live from the bench: a device watches one session, and hears of every change and of what the instruments show.</summary>
internal sealed class BenchHub(BenchWatchers watchers) : Hub<IBenchWatcher>
{
    /// <summary>The group of a session.</summary>
    public static string GroupOf(Guid session) => $"session-{session:N}";

    /// <summary>Watches a session.</summary>
    public async Task Watch(Guid session)
    {
        watchers.Watch(Context.ConnectionId, session);
        await Groups.AddToGroupAsync(Context.ConnectionId, GroupOf(session));
    }

    public override async Task OnDisconnectedAsync(Exception? exception)
    {
        watchers.Leave(Context.ConnectionId);
        await base.OnDisconnectedAsync(exception);
    }
}
