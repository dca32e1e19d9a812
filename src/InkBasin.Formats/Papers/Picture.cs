using InkBasin.Core.Ground;

namespace InkBasin.Formats.Papers;

/// <summary>What a line or surface of a picture is.</summary>
internal enum Stroke
{
    /// <summary>Ground that is cut.</summary>
    Ground,

    /// <summary>Water.</summary>
    Water,

    /// <summary>The ground's own line.</summary>
    GroundLine,

    /// <summary>A shore.</summary>
    Shore,

    /// <summary>A height line.</summary>
    Height,

    /// <summary>The top of a layer.</summary>
    Layer,

    /// <summary>The waterline.</summary>
    Waterline,

    /// <summary>A dam.</summary>
    Dam,

    /// <summary>The board's edge.</summary>
    Board,

    /// <summary>A measure.</summary>
    Measure,
}

/// <summary>A line, or a surface of several lines.</summary>
/// <param name="Stroke">What it is.</param>
/// <param name="Lines">Its lines, mm; of a surface the holes among them.</param>
/// <param name="Closed">Whether they are closed.</param>
internal sealed record PictureShape(Stroke Stroke, IReadOnlyList<IReadOnlyList<PointMm>> Lines, bool Closed);

/// <summary>Words of a picture.</summary>
/// <param name="At">Where: their line begins, has its middle or ends there.</param>
/// <param name="Words">What stands there.</param>
/// <param name="HeightMm">How high its letters are.</param>
/// <param name="Anchor">−1 begins there, 0 its middle, 1 ends there.</param>
internal sealed record PictureWords(PointMm At, string Words, double HeightMm, int Anchor = 0);

/// <summary>A drawing in mm of its own paper, before anybody writes it down: on a page or into a web page.</summary>
internal sealed record Picture(double WidthMm, double HeightMm, IReadOnlyList<PictureShape> Shapes, IReadOnlyList<PictureWords> Words);
