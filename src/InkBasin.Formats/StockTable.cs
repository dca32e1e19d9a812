using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using InkBasin.Core;
using InkBasin.Core.Stock;

namespace InkBasin.Formats;

/// <summary>The cupboard as a table (CSV, RFC 4180): a line for each bottle and each other good, amounts in the unit named beside them; written, and read back.</summary>
public static class StockTable
{
    /// <summary>Most lines of a list.</summary>
    public const int MostLines = 1000;

    /// <summary>What stands for a bottle of resin among the kinds.</summary>
    public const string Resin = "resin";

    private const string Quote = "'";

    // As other programs write it: any line's end, and the separators their countries use.
    private static readonly CsvConfiguration Others = new(CultureInfo.InvariantCulture) { MissingFieldFound = null, BadDataFound = null, DetectDelimiter = true, DetectDelimiterValues = [",", ";", "\t"] };

    private static readonly string[] Heads = ["id", "what", "name", "product", "part", "tint", "thickness (mm)", "left", "full", "unit", "price", "bought", "opened", "keeps until", "cup base (mm)", "cup rim (mm)", "cup height (mm)"];

    /// <summary>Writes it.</summary>
    /// <param name="atHand">What is at hand.</param>
    public static string Write(AtHand atHand)
    {
        ArgumentNullException.ThrowIfNull(atHand);
        return CsvTable.Write(Heads, atHand.Bottles.Select(bottle => RowOf(bottle, atHand)).Concat(atHand.Goods.Select(RowOf)));
    }

    private static IReadOnlyList<string> RowOf(Bottle bottle, AtHand atHand) =>
    [
        bottle.Id, Resin, atHand.Sheet(bottle.ProductId)?.Name ?? "", bottle.ProductId, bottle.Part == Part.One ? "one" : "two", "", "", CsvTable.Number(bottle.LeftG), CsvTable.Number(bottle.FullG), "g", CsvTable.Number(bottle.Price),
        Day(bottle.BoughtOn), Day(bottle.OpenedOn), "", "", "", "",
    ];

    private static IReadOnlyList<string> RowOf(Good good) =>
    [
        good.Id, KindWord(good.Kind), good.Name, "", "", good.TintId ?? "", CsvTable.Number(good.ThicknessMm), CsvTable.Number(good.Left), CsvTable.Number(good.Full), UnitWord(good.Unit), CsvTable.Number(good.Price), Day(good.BoughtOn),
        Day(good.OpenedOn), Day(good.KeepsUntil), CsvTable.Number(good.Shape?.BaseMm), CsvTable.Number(good.Shape?.TopMm), CsvTable.Number(good.Shape?.HeightMm),
    ];

    /// <summary>Reads a list: this table, or one with fewer of its columns. A line without an id is a new thing; of one that is at hand, a column the list does not have stays as it is.</summary>
    /// <param name="file">UTF-8.</param>
    /// <param name="atHand">What is at hand.</param>
    /// <param name="newId">Makes an id.</param>
    /// <exception cref="RefusedException">It is no such list, or a cell of it cannot be read; the line is told.</exception>
    public static IReadOnlyList<StockLine> Read(ReadOnlyMemory<byte> file, AtHand atHand, Func<string> newId)
    {
        ArgumentNullException.ThrowIfNull(atHand);
        ArgumentNullException.ThrowIfNull(newId);
        string text;
        try
        {
            text = new UTF8Encoding(false, true).GetString(file.Span).TrimStart('\uFEFF');
        }
        catch (DecoderFallbackException)
        {
            throw new RefusedException("file", "This is no table in UTF-8: save it as CSV UTF-8.");
        }

        var lines = new List<StockLine>();
        var had = atHand.Bottles.Select(bottle => RowOf(bottle, atHand)).Concat(atHand.Goods.Select(RowOf)).ToLookup(row => row[0], StringComparer.Ordinal);
        using var table = new CsvReader(new StringReader(text), Others);
        try
        {
            if (!table.Read() || !table.ReadHeader()) throw new RefusedException("file", "The table is empty.");
            string[] heads = [.. (table.HeaderRecord ?? []).Select(head => head.Trim().ToLowerInvariant())];
            if (!heads.Contains("what") || !heads.Contains("left")) throw new RefusedException("file", "The first line has to name the columns, “what” and “left” among them.");
            if (heads.Distinct().Count() != heads.Length) throw new RefusedException("file", "A column is named twice.");
            while (table.Read())
            {
                if (lines.Count >= MostLines) throw new RefusedException("file", $"Keep a list to {MostLines} lines.");
                var at = lines.Count + 2;
                string? Said(string head) => Array.IndexOf(heads, head) is not (>= 0 and var i) ? null : table.TryGetField<string>(i, out var cell) && cell is not null ? Plain(cell.Trim()) : "";

                // Of another kind than it was, nothing of it stays but what the list says.
                var stands = had[Said("id") ?? ""].FirstOrDefault(row => string.Equals(row[1], Said("what"), StringComparison.OrdinalIgnoreCase));
                string Cell(string head) => Said(head) ?? stands?[Array.IndexOf(Heads, head)] ?? "";
                try
                {
                    lines.Add(Line(at, Cell, newId));
                }
                catch (RefusedException refused)
                {
                    throw new RefusedException("file", $"Line {at}: {refused.Message}");
                }
            }
        }
        catch (CsvHelperException)
        {
            throw new RefusedException("file", "This is not a table, or it is damaged.");
        }

        return lines;
    }

    private static StockLine Line(int at, Func<string, string> cell, Func<string> newId)
    {
        var id = cell("id") is { Length: > 0 } given ? given : newId();
        var left = NumberOf(cell("left"), "left") ?? throw new RefusedException("left", "Say how much is left.");
        if (string.Equals(cell("what"), Resin, StringComparison.OrdinalIgnoreCase))
        {
            var part = cell("part").ToLowerInvariant() switch { "" or "one" => Part.One, "two" => Part.Two, _ => throw new RefusedException("part", "The part is one or two.") };
            return new StockLine(at, new Bottle(id, cell("product"), part, left, DayOf(cell("bought"), "bought"), DayOf(cell("opened"), "opened")) { FullG = NumberOf(cell("full"), "full"), Price = NumberOf(cell("price"), "price") }, null);
        }

        var kind = Enum.GetValues<GoodKind>().Where(one => string.Equals(KindWord(one), cell("what"), StringComparison.OrdinalIgnoreCase)).Select(one => (GoodKind?)one).FirstOrDefault()
            ?? throw new RefusedException("what", $"“{cell("what")}” is nothing the cupboard knows: {Resin}, {string.Join(", ", Enum.GetValues<GoodKind>().Select(KindWord))}.");
        if (cell("unit") is { Length: > 0 } unit && !string.Equals(unit, UnitWord(Good.UnitOf(kind)), StringComparison.OrdinalIgnoreCase)) throw new RefusedException("unit", $"{KindWord(kind)} is counted in {UnitWord(Good.UnitOf(kind))}, not in {unit}.");
        return new StockLine(at, null, new Good(id, kind, cell("name"), left)
        {
            TintId = cell("tint") is { Length: > 0 } tint ? tint : null,
            ThicknessMm = NumberOf(cell("thickness (mm)"), "thickness"),
            Full = NumberOf(cell("full"), "full"),
            Price = NumberOf(cell("price"), "price"),
            BoughtOn = DayOf(cell("bought"), "bought"),
            OpenedOn = DayOf(cell("opened"), "opened"),
            KeepsUntil = DayOf(cell("keeps until"), "keeps until"),
            Shape = ShapeOf(NumberOf(cell("cup base (mm)"), "cup base"), NumberOf(cell("cup rim (mm)"), "cup rim"), NumberOf(cell("cup height (mm)"), "cup height")),
        });
    }

    private static Cup? ShapeOf(double? baseMm, double? topMm, double? heightMm) => (baseMm, topMm, heightMm) switch
    {
        (null, null, null) => null,
        ({ } atBase, { } atTop, { } height) => new Cup(atBase, atTop, height),
        _ => throw new RefusedException("cup", "A cup has three sizes, or none: across its base, across its rim, its height."),
    };

    private static string KindWord(GoodKind kind) => kind == GoodKind.DamSheet ? "dam sheet" : kind.ToString().ToLowerInvariant();

    private static string UnitWord(GoodUnit unit) => unit.ToString().ToLowerInvariant();

    // What was quoted against formulas on the way out.
    private static string Plain(string cell) => cell.StartsWith(Quote, StringComparison.Ordinal) && cell.Length > 1 && "=+-@".Contains(cell[1], StringComparison.Ordinal) ? cell[1..] : cell;

    private static double? NumberOf(string cell, string field) => cell.Length == 0 ? null
        : double.TryParse(cell.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && double.IsFinite(value) ? value
        : throw new RefusedException(field, $"“{cell}” is no number ({field}).");

    private static DateOnly? DayOf(string cell, string field) => cell.Length == 0 ? null
        : DateOnly.TryParseExact(cell, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day) ? day
        : throw new RefusedException(field, $"“{cell}” is no day ({field}): write it as 2027-03-01.");

    private static string Day(DateOnly? day) => day?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "";
}
