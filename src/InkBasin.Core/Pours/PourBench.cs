using InkBasin.Core.Drying;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Pours;

/// <summary>The bench everything of a build is poured at.</summary>
/// <param name="Room">The air.</param>
/// <param name="Care">How the build is kept while resin cures.</param>
/// <param name="Measuring">How resin is measured.</param>
/// <param name="RoomLog">Readings of the room.</param>
/// <param name="Zone">Where it stands, for what goes by the clock on the wall; null takes each time as it was written.</param>
/// <param name="Memory">What was followed before.</param>
public sealed record PourBench(Room Room, CureCare Care, Measuring Measuring, IReadOnlyList<RoomReading> RoomLog, TimeZoneInfo? Zone, CureMemory Memory);
