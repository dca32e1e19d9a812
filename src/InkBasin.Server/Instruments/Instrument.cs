namespace InkBasin.Server.Instruments;

/// <summary>What an instrument shows.</summary>
/// <param name="Value">The reading, in <paramref name="Unit"/>.</param>
/// <param name="Unit">g or mm.</param>
/// <param name="At">When it was read.</param>
/// <param name="IsSteady">False while it still swings: read again.</param>
public sealed record InstrumentReading(double Value, string Unit, DateTimeOffset At, bool IsSteady);

/// <summary>
/// A device on the bench that can be read. Each kind has one interface and a simulated one that ships; a real one is put in its place by
/// implementing it.
/// </summary>
public interface IInstrument
{
    /// <summary>Identity in the routes.</summary>
    string Id { get; }

    /// <summary>What it is called.</summary>
    string Name { get; }

    /// <summary>True for a stand-in that only plays a device.</summary>
    bool IsSimulated { get; }

    /// <summary>Reads it once.</summary>
    ValueTask<InstrumentReading> ReadAsync(CancellationToken cancel);
}

/// <summary>A scale that weighs the piece or a cup, in g.</summary>
public interface IKitchenScale : IInstrument;

/// <summary>A level that throws a level line round the model; its reading is the line's height over the board's top, in mm.</summary>
public interface ILaserLevel : IInstrument
{
    /// <summary>Turns its foot screw: raises the line by so much, mm, or lowers it.</summary>
    ValueTask TurnAsync(double byMm, CancellationToken cancel);
}
