using System.Collections.Concurrent;
using InkBasin.Store;

namespace InkBasin.Server.Bench;

/// <summary>A device that asks for a session another one holds.</summary>
/// <param name="Device">The one that asks.</param>
/// <param name="Until">When it may have it though nobody answered.</param>
public sealed record HoldAsk(BenchDevice Device, DateTimeOffset Until);

/// <summary>Who asks for which session. One for the whole program: after a restart is asked anew.</summary>
internal sealed class BenchHolds(TimeProvider time)
{
    /// <summary>How long the device that holds it may answer, seconds: a phone in a pocket does not keep a cup waiting.</summary>
    public const double AnswerS = 10;

    private readonly ConcurrentDictionary<Guid, HoldAsk> _asks = new();

    /// <summary>Who asks for a session; null when nobody does.</summary>
    public HoldAsk? AskOf(Guid session) => _asks.GetValueOrDefault(session);

    /// <summary>Asks for a session.</summary>
    /// <returns>Whether the device may have it now.</returns>
    public bool Ask(StoredSession session, BenchDevice device)
    {
        if (session.Holder is not { } holder || holder.Id == device.Id) return Let(session.Id);
        var now = time.GetUtcNow();
        var ask = _asks.AddOrUpdate(
            session.Id,
            _ => new HoldAsk(device, now.AddSeconds(AnswerS)),
            (_, open) => open.Device.Id == device.Id || open.Until.AddSeconds(AnswerS) > now ? open : new HoldAsk(device, now.AddSeconds(AnswerS)));
        return ask.Device.Id == device.Id && now >= ask.Until && Let(session.Id);
    }

    /// <summary>The device that holds it answers: it lets go, or keeps it.</summary>
    /// <returns>The device that may have it now; null when it is kept or nobody asks.</returns>
    public BenchDevice? Answer(StoredSession session, BenchDevice device, bool letGo) =>
        session.Holder?.Id == device.Id && _asks.TryRemove(session.Id, out var ask) && letGo ? ask.Device : null;

    private bool Let(Guid session)
    {
        _asks.TryRemove(session, out _);
        return true;
    }
}
