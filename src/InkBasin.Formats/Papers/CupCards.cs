using InkBasin.Core;
using InkBasin.Core.Ink;
using InkBasin.Core.Pours;
using SkiaSharp;

namespace InkBasin.Formats.Papers;

/// <summary>A line of a card: with a box to tick, an amount, and room for what it truly came to.</summary>
/// <param name="Words">What to do.</param>
/// <param name="Amount">How much, large; null for none.</param>
/// <param name="Weighed">Whether its true weight is written beside it.</param>
/// <param name="IsNote">Smaller, without a box.</param>
internal sealed record CardRow(string Words, string? Amount = null, bool Weighed = false, bool IsNote = false);

/// <summary>The cups of all sessions ahead, four cards to a page, to be cut apart and laid beside the scale: what goes in with a box to tick and room for its true weight, then where it is poured.</summary>
public static class CupCards
{
    private const float PadMm = 4;
    private const float RowMm = 6.2f;
    private const float TitleMm = 4.6f;
    private const float AmountMm = 4.2f;

    private static readonly float[] Sizes = [3.2f, 2.9f, 2.6f];

    private sealed record Card(string Title, string Under, IReadOnlyList<CardRow> Rows);

    /// <summary>Writes them.</summary>
    /// <param name="of">What for.</param>
    /// <param name="sessions">The mixing sessions ahead.</param>
    /// <exception cref="RefusedException">Nothing is mixed.</exception>
    public static byte[] Write(PaperOf of, IReadOnlyList<MixSession> sessions)
    {
        ArgumentNullException.ThrowIfNull(of);
        ArgumentNullException.ThrowIfNull(sessions);
        if (sessions.Sum(session => session.Cards.Count) == 0) throw new RefusedException("paper", "There is no cup to mix: every layer is poured, or none can be planned.", RefusalKind.Impossible);
        List<Card> cards = [.. sessions.SelectMany(session => CardsOf(of, session))];
        return of.Write("The cups", sheaf =>
        {
            var start = sheaf.Y;
            float width = sheaf.Width / 2, height = (sheaf.Bottom - start - 2) / 2;
            var place = 0;
            foreach (var card in cards)
            {
                var rest = card.Rows;
                for (var part = 1; rest.Count > 0; part++)
                {
                    if (place == 4)
                    {
                        sheaf.NextPage();
                        (place, start, height) = (0, sheaf.Y, (sheaf.Bottom - sheaf.Y - 2) / 2);
                    }

                    var box = new SKRect(Sheaf.Left + (place % 2 * width), start + (place / 2 * height), Sheaf.Left + ((place % 2) + 1) * width, start + (((place / 2) + 1) * height));
                    rest = Draw(sheaf, box, part == 1 ? card : card with { Title = $"{card.Title}, go on" }, rest);
                    place++;
                }
            }
        });
    }

    private static IEnumerable<Card> CardsOf(PaperOf of, MixSession session)
    {
        // The earliest: the days say which evening it is.
        var when = session.At is { } at ? $"from {of.Moment(at)}" : "no day yet";
        var ink = session.InkName is { } name ? $"{session.ProductName}, {name}" : $"{session.ProductName}, clear";
        var title = string.Join(", ", session.Pools.DistinctBy(pool => (pool.Name, pool.Layer)).Select(pool => $"{pool.Name} layer {pool.Layer}"));
        var two = session.Cards.Any(card => card.Batch.BG > 0);
        if (session.LetDowns.Count > 0)
        {
            yield return new Card($"Let down for {title}", $"{when} · {ink}",
            [
                .. session.LetDowns.SelectMany(thin => new CardRow[]
                {
                    new($"{thin.Name}: into a small cup", TintDose.Words(thin.TintAmount, thin.Unit)),
                    new($"with {thin.Thinner}, stirred until even", FormattableString.Invariant($"{thin.ThinnerMl:0.##} ml")),
                    new(FormattableString.Invariant($"That is 1 in {thin.PartsToOne + 1}; the cups take {thin.NeedsMl:0.##} ml of it in all."), IsNote: true),
                }),
            ]);
        }

        foreach (var card in session.Cards)
        {
            var rows = new List<CardRow>();
            foreach (var thing in card.Things.Where(thing => !thing.AfterPour)) rows.Add(new($"{thing.Name}: {thing.How}"));
            rows.Add(new(two ? "Part one" : "Resin", $"{PaperOf.Tenth(card.Batch.AG)} g", Weighed: true));
            if (card.Batch.BG > 0) rows.Add(new("Part two", $"{PaperOf.Tenth(card.Batch.BG)} g", Weighed: true));
            foreach (var dose in card.Ink?.Doses ?? []) rows.Add(new(dose.LetDown is null ? dose.Name : $"{dose.Name}, let down 1 in {dose.LetDown.PartsToOne + 1}", TintDose.Words(dose.Amount, dose.Unit)));
            if (session.StirMin > 0) rows.Add(new(two ? "Stir, scraping sides and base; then into a clean cup and stir again" : "Stir, slowly", FormattableString.Invariant(session.SecondStirMin > 0 && two ? $"{session.StirMin:0.#} + {session.SecondStirMin:0.#} min" : (FormattableString)$"{session.StirMin:0.#} min")));
            if (session.PotLifeMin is { } pot) rows.Add(new("Out of the cup, from when the parts met, within", PaperOf.Within(pot)));
            foreach (var line in card.Lines)
            {
                var pool = line.Pool is { } number ? $", pool {number} of {line.Pools}" : "";
                var where = line.At is { } place ? FormattableString.Invariant($" at {place.XMm:0} from the left, {place.YMm:0} from the back") : "";
                rows.Add(new(FormattableString.Invariant($"{line.Name}, layer {line.Layer}{pool}{where}, to {line.ToMm:0.0} mm{(line.Finishes ? "" : ", not full yet")}"), FormattableString.Invariant($"{line.VolumeMl:0.#} ml")));
                rows.Add(new(line.How, IsNote: true));
            }

            foreach (var thing in card.Things.Where(thing => thing.AfterPour)) rows.Add(new($"{thing.Name}: {thing.How}"));
            rows.Add(new("Left in the cup", "", Weighed: true));
            if (!card.Batch.Ok) rows.Add(new(FormattableString.Invariant($"This measure may put the ratio {card.Batch.WorstRatioErrorPercent:0.#} % off: more than the sheet allows."), IsNote: true));
            yield return new Card(
                title,
                FormattableString.Invariant($"cup {card.Number} of {card.Count} · {when} · {ink}"),
                rows);
        }
    }

    // Draws as many rows as go on the card at the largest letters that take all of them; what does not go on at the smallest is given back.
    private static IReadOnlyList<CardRow> Draw(Sheaf sheaf, SKRect box, Card card, IReadOnlyList<CardRow> rows)
    {
        var (canvas, face) = (sheaf.Canvas, sheaf.Face);
        canvas.DrawRect(box, sheaf.Fine);
        float x = box.Left + PadMm, width = box.Width - (2 * PadMm), y = box.Top + PadMm + 5;
        foreach (var line in face.Lines(card.Title, width, TitleMm, true))
        {
            face.Draw(canvas, line, x, y, TitleMm, sheaf.Ink, bold: true);
            y += TitleMm * 1.2f;
        }

        y -= TitleMm * 1.2f;
        foreach (var line in face.Lines(card.Under, width, 2.9f))
        {
            y += 4;
            face.Draw(canvas, line, x, y, 2.9f, sheaf.Grey);
        }

        y += 2.5f;
        var size = Sizes.FirstOrDefault(one => y + rows.Sum(row => HeightOf(sheaf, row, width, one)) <= box.Bottom - 2, Sizes[^1]);
        for (var i = 0; i < rows.Count; i++)
        {
            var height = HeightOf(sheaf, rows[i], width, size);

            // The first row goes on whatever it takes: a card without any would go on for ever.
            if (i > 0 && y + height > box.Bottom - 2) return [.. rows.Skip(i)];
            DrawRow(sheaf, rows[i], x, y, width, size);
            y += height;
        }

        return [];
    }

    private static float WordsWidth(Sheaf sheaf, CardRow row, float width) =>
        row.IsNote ? width - 6 : width - 6 - (row.Amount is { Length: > 0 } amount ? sheaf.Face.WidthMm(amount, AmountMm, true) + 3 : 0) - (row.Weighed ? 20 : 0);

    private static float HeightOf(Sheaf sheaf, CardRow row, float width, float size) =>
        row.IsNote ? (sheaf.Face.Lines(row.Words, WordsWidth(sheaf, row, width), size * 0.9f).Count * size * 1.25f) + 1
        : Math.Max(RowMm, (sheaf.Face.Lines(row.Words, WordsWidth(sheaf, row, width), size).Count * size * 1.3f) + 2);

    private static void DrawRow(Sheaf sheaf, CardRow row, float x, float y, float width, float size)
    {
        var face = sheaf.Face;
        var lines = face.Lines(row.Words, WordsWidth(sheaf, row, width), row.IsNote ? size * 0.9f : size);
        foreach (var (k, line) in lines.Index()) face.Draw(sheaf.Canvas, line, x + 6, y + (row.IsNote ? size * 0.9f : size + 1) + (k * size * (row.IsNote ? 1.25f : 1.3f)), row.IsNote ? size * 0.9f : size, row.IsNote ? sheaf.Grey : sheaf.Ink);
        if (row.IsNote) return;
        sheaf.Box(x, y + 0.6f, 3.8f);
        var right = x + width - (row.Weighed ? 20 : 0);
        if (row.Amount is { Length: > 0 } amount)
        {
            face.Draw(sheaf.Canvas, amount, right - face.WidthMm(amount, AmountMm, true) - 1, y + AmountMm, AmountMm, sheaf.Ink, bold: true);
        }

        if (!row.Weighed) return;
        sheaf.Canvas.DrawLine(right + 2, y + 4.8f, x + width - 4, y + 4.8f, sheaf.Fine);
        face.Draw(sheaf.Canvas, "g", x + width - 3, y + 4.4f, 2.8f, sheaf.Grey);
    }
}
