using InkBasin.Core.Bench;
using InkBasin.Core.Stock;

namespace InkBasin.Formats.Papers;

/// <summary>The card for the wall beside the bench: what to do when a dam gives way, and with a cup that turns.</summary>
public static class RescuePaper
{
    private const float LargeMm = 6.2f;

    /// <summary>Writes it.</summary>
    /// <param name="of">What for.</param>
    /// <param name="sheets">Sheets of the products the build is poured with.</param>
    public static byte[] Write(PaperOf of, IReadOnlyList<ProductSheet> sheets)
    {
        ArgumentNullException.ThrowIfNull(of);
        ArgumentNullException.ThrowIfNull(sheets);
        return of.Write("When it goes wrong", sheaf =>
        {
            sheaf.Gap(2);
            sheaf.Text("A dam gives way", 8, bold: true);
            sheaf.Gap(2);
            foreach (var (i, step) in GivesWay.Steps.Index())
            {
                sheaf.Room(LargeMm * 2.8f);
                var y = sheaf.Y;
                sheaf.Face.Draw(sheaf.Canvas, $"{i + 1}", Sheaf.Left, y + LargeMm, LargeMm, sheaf.Ink, bold: true);
                sheaf.Text(step, LargeMm, indentMm: 10);
                sheaf.Gap(2.4f);
            }

            sheaf.Gap(4);
            sheaf.Text("A cup turns thick, warm or stringy", 8, bold: true);
            sheaf.Gap(2);
            sheaf.Text(BenchNotices.Away.Turned, LargeMm, indentMm: 10);
            sheaf.Gap(6);
            sheaf.Text("Written here before you begin", 5, bold: true);
            sheaf.Gap(2);
            foreach (var line in (string[])["Where the safety sheet lies", "Who else is in the house", "Emergency call and poison advice, by local numbers"])
            {
                sheaf.Room(12);
                sheaf.Gap(7);
                sheaf.Canvas.DrawLine(Sheaf.Left, sheaf.Y, Sheaf.Left + sheaf.Width, sheaf.Y, sheaf.Fine);
                sheaf.Text(line, Sheaf.SmallMm, ink: sheaf.Grey);
            }

            sheaf.Gap(4);
            sheaf.Text($"{(sheets.Count > 0 ? $"Poured here: {string.Join(", ", sheets.Select(sheet => sheet.Name))}. " : "")}The product’s safety sheet and local rules stand over this card.", Sheaf.BodyMm);
        });
    }
}
