using InkBasin.Core.Ground;
using InkBasin.Core.Sight;

namespace InkBasin.Formats.Papers;

/// <summary>The Sheet: a board from above, at a scale that fits.</summary>
internal static class BoardPicture
{
    private const double MarginMm = 3;
    private const double WordsMm = 2.8;

    /// <summary>Draws it.</summary>
    /// <param name="board">The board.</param>
    /// <param name="mostWidthMm">As wide as it may be.</param>
    /// <param name="mostHeightMm">As high as it may be.</param>
    public static Picture Of(BoardDrawing board, double mostWidthMm, double mostHeightMm)
    {
        var scale = Math.Min((mostWidthMm - (2 * MarginMm)) / board.WidthMm, (mostHeightMm - (2 * MarginMm) - 6) / board.DepthMm);
        PointMm At(PointMm p) => new(MarginMm + (p.XMm * scale), MarginMm + (p.YMm * scale));
        IReadOnlyList<PointMm> Line(IReadOnlyList<PointMm> line) => [.. line.Select(At)];
        double width = board.WidthMm * scale, depth = board.DepthMm * scale;
        List<IReadOnlyList<IReadOnlyList<PointMm>>> shores = [.. board.Waters.Select(water => (IReadOnlyList<IReadOnlyList<PointMm>>)[.. water.Shores.Select(Line)])];
        List<PictureShape> shapes =
        [
            .. shores.Select(lines => new PictureShape(Stroke.Water, lines, true)),
            new(Stroke.Height, [.. board.Heights.Select(Line)], true),
            .. shores.Select(lines => new PictureShape(Stroke.Shore, lines, true)),
        ];
        shapes.Add(new(Stroke.Board, [Line([new(0, 0), new(board.WidthMm, 0), new(board.WidthMm, board.DepthMm), new(0, board.DepthMm)])], true));
        shapes.Add(new(Stroke.Dam, [.. board.Dams.Select(dam => Line([dam.From, dam.To]))], false));

        // A bar of a round length, to measure by.
        var bar = new[] { 500.0, 200, 100, 50, 20, 10 }.First(one => one * scale <= width / 3 || one == 10);
        var foot = MarginMm + depth + 3.5;
        shapes.Add(new(Stroke.Measure, [[new(MarginMm, foot - 1), new(MarginMm, foot), new(MarginMm + (bar * scale), foot), new(MarginMm + (bar * scale), foot - 1)]], false));
        List<PictureWords> words =
        [
            .. board.Waters.Select(water => new PictureWords(At(water.At), water.Name, WordsMm)),
            .. board.Dams.Select(dam => new PictureWords(Inward(At(dam.From), At(dam.To), MarginMm, width, depth), $"dam {dam.Number}", WordsMm * 0.85)),
            new(new PointMm(MarginMm + (bar * scale) + 2, foot), FormattableString.Invariant($"{bar:0} mm; height lines each {board.StepMm:0.#} mm"), WordsMm * 0.9, -1),
        ];
        return new Picture(width + (2 * MarginMm), depth + (2 * MarginMm) + 6, shapes, words);
    }

    // A dam's name stands beside it, on the board.
    private static PointMm Inward(PointMm from, PointMm to, double margin, double width, double depth)
    {
        double x = (from.XMm + to.XMm) / 2, y = (from.YMm + to.YMm) / 2;
        return new PointMm(Math.Clamp(x, margin + 6, margin + width - 6), Math.Clamp(y, margin + 3, margin + depth - 3));
    }
}
