using InkBasin.Core;
using InkBasin.Core.Bench;
using InkBasin.Core.Pours;

namespace InkBasin.Formats.Papers;

/// <summary>The list before a pour, for a clipboard: what the plan knows, what was answered, and a box for the rest.</summary>
public static class BeforePaper
{
    /// <summary>Writes it.</summary>
    /// <param name="of">What for.</param>
    /// <param name="ready">What could be poured; the next of each water is asked about.</param>
    /// <exception cref="RefusedException">Nothing is ahead.</exception>
    public static byte[] Write(PaperOf of, IReadOnlyList<BenchReady> ready)
    {
        ArgumentNullException.ThrowIfNull(of);
        ArgumentNullException.ThrowIfNull(ready);
        List<BenchReady> next = [.. ready.Where(one => one.IsNext)];
        if (next.Count == 0) throw new RefusedException("paper", "There is no pour ahead to ask about.", RefusalKind.Impossible);
        return of.Write("Before the pour", sheaf =>
        {
            sheaf.Text("No resin is opened while a box is empty. A box the plan has ticked is what it knew on the day this was printed: look again.", ink: sheaf.Grey);
            foreach (var walk in next)
            {
                foreach (var list in walk.Lists)
                {
                    sheaf.Heading($"{list.Name}, layer {list.Layer}", 26);
                    sheaf.Text($"{walk.ProductName}{(walk.InkName is { } ink ? $", {ink}" : ", clear")}; {(walk.At is { } at ? of.Moment(at) : "no day yet")}; {PaperOf.Tenth(walk.MixedG)} g mixed in {walk.Cups} cup{(walk.Cups == 1 ? "" : "s")}.");
                    sheaf.Gap(2);
                    Ask(sheaf, of, list.Checks.Where(check => !walk.OfAll.Contains(check.Item)));
                }

                if (walk.OfAll.Count > 0)
                {
                    sheaf.Heading($"{string.Join(", ", walk.Lists.Select(list => list.Name))}: all of them", 26);
                    Ask(sheaf, of, walk.Lists[0].Checks.Where(check => walk.OfAll.Contains(check.Item)));
                }

                if (walk.Stop is { } stop) sheaf.Text($"Stop: {stop.Sentence}", bold: true);
            }

            sheaf.Gap(6);
            sheaf.Room(14);
            sheaf.Canvas.DrawLine(Sheaf.Left, sheaf.Y + 6, Sheaf.Left + (sheaf.Width * 0.45f), sheaf.Y + 6, sheaf.Fine);
            sheaf.Canvas.DrawLine(Sheaf.Left + (sheaf.Width * 0.55f), sheaf.Y + 6, Sheaf.Left + sheaf.Width, sheaf.Y + 6, sheaf.Fine);
            sheaf.Face.Draw(sheaf.Canvas, "looked at by", Sheaf.Left, sheaf.Y + 9.5f, Sheaf.SmallMm, sheaf.Grey);
            sheaf.Face.Draw(sheaf.Canvas, "on, at", Sheaf.Left + (sheaf.Width * 0.55f), sheaf.Y + 9.5f, Sheaf.SmallMm, sheaf.Grey);
            sheaf.Gap(12);
        });
    }

    private static void Ask(Sheaf sheaf, PaperOf of, IEnumerable<PourCheck> checks)
    {
        foreach (var check in checks) sheaf.Tick(check.Question, Under(of, check), check.Settled);
    }

    private static string Under(PaperOf of, PourCheck check)
    {
        var answered = check.Answer is { } answer ? $" Answered {of.Moment(answer.At)}{(answer.Overrides ? $", against what the plan knows: {answer.Reason}" : "")}." : "";
        return $"{(check.Known == Known.No ? "The plan says no: " : "")}{check.Because}{answered}";
    }
}
