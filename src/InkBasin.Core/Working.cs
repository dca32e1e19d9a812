namespace InkBasin.Core;

/// <summary>A number that went into a figure.</summary>
/// <param name="Name">What it is.</param>
/// <param name="Value">Its value in <paramref name="Unit"/>.</param>
/// <param name="Unit">mm, ml, g, mm², h, %, °C, drops, or empty for a plain number.</param>
public sealed record WorkingInput(string Name, double Value, string Unit);

/// <summary>How a figure came about.</summary>
/// <param name="Figure">What was worked out.</param>
/// <param name="Inputs">What went in.</param>
/// <param name="Formula">How, in words.</param>
/// <param name="Source">Whence: a paper, the product's sheet, the maker's own choice.</param>
public sealed record Working(string Figure, IReadOnlyList<WorkingInput> Inputs, string Formula, string Source);
