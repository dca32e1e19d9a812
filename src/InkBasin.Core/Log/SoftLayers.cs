using InkBasin.Core.Pours;

namespace InkBasin.Core.Log;

/// <summary>Reads from the log which layers stayed soft.</summary>
public static class SoftLayers
{
    /// <summary>
    /// The topmost poured layer of a water that was noted soft, and neither noted clear nor seen firm after that; null for none. Other outcomes say nothing of whether it is
    /// firm: a soft layer may be cloudy too. A note from before the pour counts as well: a pour dated wrongly must not let the dams off, and one taken back and
    /// poured anew is noted firm in its time.
    /// </summary>
    /// <param name="waterId">The water.</param>
    /// <param name="begun">Its pours that have begun.</param>
    /// <param name="log">The log as it was written.</param>
    public static SoftLayer? Of(string waterId, IReadOnlyList<BegunPour> begun, IReadOnlyList<LogEntry> log)
    {
        ArgumentNullException.ThrowIfNull(begun);
        ArgumentNullException.ThrowIfNull(log);
        foreach (var pour in begun.OrderByDescending(pour => pour.Layer))
        {
            // Written last counts where two are of one moment: the order is a stable one.
            var said = log.Where(entry => entry.WaterId == waterId && entry.Layer == pour.Layer && Speaks(entry))
                .Select(entry => (At: TimeOf(entry, pour), IsSoft: entry.Outcome == Outcome.Soft))
                .OrderBy(one => one.At)
                .LastOrDefault();
            if (said.IsSoft) return new SoftLayer(pour.Layer, said.At);
        }

        return null;
    }

    private static bool Speaks(LogEntry entry) => entry.Outcome is Outcome.Soft or Outcome.Clear || entry.Seen == SeenState.Firm;

    private static DateTimeOffset TimeOf(LogEntry entry, BegunPour pour) => entry is { Seen: not null, AfterMin: { } minutes } ? Clock.After(pour.At, minutes / 60) ?? entry.At : entry.At;
}
