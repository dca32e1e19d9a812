using InkBasin.Core.Ground;

namespace InkBasin.Core.Stock;

/// <summary>What a line of a template is for.</summary>
public enum TemplateLine
{
    /// <summary>Cut along it.</summary>
    Cut,

    /// <summary>The sheet above stands here.</summary>
    SheetAbove,

    /// <summary>A waterline runs here.</summary>
    Waterline,

    /// <summary>The board's edge.</summary>
    Board,

    /// <summary>The ground runs here.</summary>
    Bed,
}

/// <summary>A line of a template.</summary>
/// <param name="Line">What it is for.</param>
/// <param name="Points">Its points, mm; of a closed one the last joins the first.</param>
/// <param name="Closed">Whether it is closed.</param>
public sealed record TemplatePath(TemplateLine Line, IReadOnlyList<PointMm> Points, bool Closed = true);

/// <summary>Words at a place of a template, their middle on it.</summary>
/// <param name="At">Where, mm.</param>
/// <param name="Words">What stands there.</param>
/// <param name="HeightMm">How high its letters are, mm.</param>
public sealed record TemplateWords(PointMm At, string Words, double HeightMm = 3.4);

/// <summary>A pin that lines sheets up: a hole straight through all of them from the board up.</summary>
/// <param name="Label">Its letter.</param>
/// <param name="At">Where, on the board.</param>
/// <param name="Top">The uppermost sheet it holds, from 1.</param>
public sealed record Pin(string Label, PointMm At, int Top);

/// <summary>Something at full size, to be laid on its stock and cut along: a foam sheet of the stack, a panel of a dam.</summary>
/// <param name="Number">Which one of its kind, from 1.</param>
/// <param name="Title">What it says at its head.</param>
/// <param name="WidthMm">Width of the drawing, mm.</param>
/// <param name="DepthMm">Depth of the drawing, mm.</param>
/// <param name="Paths">Its lines.</param>
/// <param name="Pins">Pin holes to pierce.</param>
/// <param name="Words">Names on it.</param>
public sealed record Template(
    int Number,
    string Title,
    double WidthMm,
    double DepthMm,
    IReadOnlyList<TemplatePath> Paths,
    IReadOnlyList<Pin> Pins,
    IReadOnlyList<TemplateWords> Words);
