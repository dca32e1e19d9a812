using System.Text.Json.Serialization;

namespace InkBasin.Core.Bench;

/// <summary>Something that happened at the bench. They are only ever added to: where a session stands follows from all of them in order.</summary>
/// <param name="Id">The device's own mark for it: sent again it is not made twice.</param>
/// <param name="At">When, by the session's clock.</param>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(StepDone), "done")]
[JsonDerivedType(typeof(StepBack), "back")]
[JsonDerivedType(typeof(CupMet), "met")]
[JsonDerivedType(typeof(CupGivenUp), "givenUp")]
[JsonDerivedType(typeof(CupTurned), "turned")]
[JsonDerivedType(typeof(DamGaveWay), "gaveWay")]
[JsonDerivedType(typeof(DamHolds), "holdsAgain")]
[JsonDerivedType(typeof(BenchNote), "note")]
[JsonDerivedType(typeof(BenchPhoto), "photo")]
[JsonDerivedType(typeof(RoomRead), "room")]
[JsonDerivedType(typeof(SurfaceRead), "surface")]
[JsonDerivedType(typeof(SessionEnded), "ended")]
public abstract record BenchEvent(string Id, DateTimeOffset At)
{
    /// <summary>Most characters of a mark or an id.</summary>
    public const int MostId = 64;

    /// <summary>Refuses what cannot have happened.</summary>
    /// <exception cref="RefusedException">A part is missing or out of range.</exception>
    public virtual void Check()
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > MostId) throw new RefusedException("id", $"The event needs an id of at most {MostId} characters.");
        Clock.Check(At, "at");
    }
}

/// <summary>A step is done.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
/// <param name="StepId">The step.</param>
/// <param name="Value">What was measured: g where it is weighed, mm where it is a level, a count of a dose; null when nobody measured.</param>
/// <param name="By">What it was measured with: an instrument's id, or null by hand.</param>
/// <param name="Knowingly">Whether the maker was told that it is far short of what was wanted, and goes on.</param>
public sealed record StepDone(string Id, DateTimeOffset At, string StepId, double? Value = null, string? By = null, bool Knowingly = false) : BenchEvent(Id, At)
{
    /// <inheritdoc/>
    public override void Check()
    {
        base.Check();
        Require.Present(StepId, "stepId");
        if (Value is { } value) Require.Within(value, -500, 1_000_000, "value");
        if (By?.Length > MostId) throw new RefusedException("by", $"Keep what it was measured with to {MostId} characters.");
    }
}

/// <summary>One step back: the last step done is open again. What was measured there stays in the record.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
/// <param name="StepId">The step that is open again.</param>
public sealed record StepBack(string Id, DateTimeOffset At, string StepId) : BenchEvent(Id, At)
{
    /// <inheritdoc/>
    public override void Check()
    {
        base.Check();
        Require.Present(StepId, "stepId");
    }
}

/// <summary>The first drops of part two are in: from here on the cup cures, though its step goes on.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
/// <param name="Cup">Which, from 1.</param>
public sealed record CupMet(string Id, DateTimeOffset At, int Cup) : BenchEvent(Id, At);

/// <summary>A cup that is mixed is not poured any more: it is spread out thin, and what it was for stays ahead.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
/// <param name="Cup">Which, from 1.</param>
public sealed record CupGivenUp(string Id, DateTimeOffset At, int Cup) : BenchEvent(Id, At);

/// <summary>A cup turns under the hand: thick, warm or stringy, whatever its clock says.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
/// <param name="Cup">Which, from 1.</param>
public sealed record CupTurned(string Id, DateTimeOffset At, int Cup) : BenchEvent(Id, At);

/// <summary>A dam leaks: the rescue card is open until it holds again.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
public sealed record DamGaveWay(string Id, DateTimeOffset At) : BenchEvent(Id, At);

/// <summary>It holds again.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
/// <param name="LostMl">What ran out, ml; null when nobody knows.</param>
/// <param name="What">What was done.</param>
public sealed record DamHolds(string Id, DateTimeOffset At, double? LostMl = null, string? What = null) : BenchEvent(Id, At)
{
    /// <inheritdoc/>
    public override void Check()
    {
        base.Check();
        if (LostMl is { } lost) Require.Within(lost, 0, 1_000_000, "lostMl");
        if (What?.Length > 400) throw new RefusedException("what", "Keep it to 400 characters.");
    }
}

/// <summary>Anything else, in words.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
/// <param name="Text">The words.</param>
public sealed record BenchNote(string Id, DateTimeOffset At, string Text) : BenchEvent(Id, At)
{
    /// <inheritdoc/>
    public override void Check()
    {
        base.Check();
        if (string.IsNullOrWhiteSpace(Text) || Text.Length > 400) throw new RefusedException("text", "A note is 1 to 400 characters.");
    }
}

/// <summary>A photo.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
/// <param name="AttachmentId">The picture, as it is kept.</param>
public sealed record BenchPhoto(string Id, DateTimeOffset At, string AttachmentId) : BenchEvent(Id, At)
{
    /// <inheritdoc/>
    public override void Check()
    {
        base.Check();
        if (string.IsNullOrWhiteSpace(AttachmentId) || AttachmentId.Length > 64) throw new RefusedException("attachmentId", "Name the picture.");
    }
}

/// <summary>The room's air was read.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
/// <param name="AirC">Temperature, °C.</param>
/// <param name="HumidityPercent">Relative humidity, %; null when not read.</param>
/// <param name="By">What it was read off: an instrument's id, or null by hand.</param>
public sealed record RoomRead(string Id, DateTimeOffset At, double AirC, double? HumidityPercent = null, string? By = null) : BenchEvent(Id, At)
{
    /// <inheritdoc/>
    public override void Check()
    {
        base.Check();
        if (Require.Finite(AirC, "airC") is < -20 or > 50) throw new RefusedException("airC", $"{Said.Short(AirC)} °C is no room to pour in: it is not noted. Look what the sensor says, and read the room by hand.");
        if (HumidityPercent is { } humidity) Require.Within(humidity, 0, 100, "humidityPercent");
        if (By?.Length > MostId) throw new RefusedException("by", $"Keep what it was read off to {MostId} characters.");
    }
}

/// <summary>The surface of the pour was read without touching it.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
/// <param name="SurfaceC">Its temperature, °C.</param>
/// <param name="By">What it was read off: an instrument's id, or null by hand.</param>
public sealed record SurfaceRead(string Id, DateTimeOffset At, double SurfaceC, string? By = null) : BenchEvent(Id, At)
{
    /// <inheritdoc/>
    public override void Check()
    {
        base.Check();
        if (Require.Finite(SurfaceC, "surfaceC") is < -50 or > 400) throw new RefusedException("surfaceC", $"{Said.Short(SurfaceC)} °C is no surface of a pour: it is not noted. Look what the thermometer points at.");
        if (By?.Length > MostId) throw new RefusedException("by", $"Keep what it was read off to {MostId} characters.");
    }
}

/// <summary>The session is over before its last step: what is poured is kept, what is not stays ahead.</summary>
/// <param name="Id">As of every event.</param>
/// <param name="At">When.</param>
/// <param name="Why">Why; null when not said.</param>
public sealed record SessionEnded(string Id, DateTimeOffset At, string? Why = null) : BenchEvent(Id, At)
{
    /// <inheritdoc/>
    public override void Check()
    {
        base.Check();
        if (Why?.Length > 400) throw new RefusedException("why", "Keep it to 400 characters.");
    }
}
