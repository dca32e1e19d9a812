using System.Text.Json.Serialization;
using InkBasin.Core.Log;

namespace InkBasin.Core.Builds;

/// <summary>Writes an entry into the log.</summary>
/// <param name="Entry">The entry, without corrections.</param>
public sealed record WriteLog(LogEntry Entry) : BuildEdit
{
    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsRecord => true;

    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Entry, "entry").Check("entry");
        if (Entry.Corrections.Count > 0) throw new RefusedException("entry.corrections", "A new entry has nothing to put right yet.", RefusalKind.Impossible);
        if (Entry.WaterId is { } waterId) build.WaterOf(waterId);
        if (build.Log.Any(one => one.Id == Entry.Id)) throw new RefusedException("entry.id", "That entry is in the log already.", RefusalKind.Impossible);
        return new(build with { Log = [.. build.Log, Entry] }, BuildLists.Log.Back(build), "Write into the log");
    }
}

/// <summary>Puts a figure of an entry right, beside the first one.</summary>
/// <param name="EntryId">The entry.</param>
/// <param name="Correction">The figure, and why.</param>
public sealed record CorrectLog(string EntryId, LogCorrection Correction) : BuildEdit
{
    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsRecord => true;

    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var at = BuildLists.Log.At(build, EntryId);
        var entry = build.Log[at];
        Require.Present(Correction, "correction").Check("correction");
        var after = entry with { Corrections = [.. entry.Corrections, Correction] };
        after.Check("entry");
        return new(build with { Log = [.. build.Log.Take(at), after, .. build.Log.Skip(at + 1)] }, BuildLists.Log.Back(build), "Put an entry of the log right");
    }
}
