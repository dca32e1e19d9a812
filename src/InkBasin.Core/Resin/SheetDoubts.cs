using System.Globalization;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Resin;

/// <summary>Where a product's sheet and the model are more than half apart: one of its numbers is likely mistyped, or for another temperature.</summary>
/// <param name="Field">The number of the sheet.</param>
/// <param name="Sheet">What the sheet says, in <paramref name="Unit"/>.</param>
/// <param name="Model">What the model makes of the rest of the sheet.</param>
/// <param name="Unit">h or mm.</param>
/// <param name="Sentence">What to check, in the maker's words.</param>
public sealed record SheetDoubt(string Field, double Sheet, double Model, string Unit, string Sentence);

/// <summary>Holds a sheet against the model, on the bed it was most likely written for.</summary>
public static class SheetDoubts
{
    private const double Apart = 0.5;
    private const double LookAtH = 400;

    // A raised board of ply with foam and a plaster skin, open to the air, at the sheet's own temperature.
    private static readonly StackLayer[] UsualBed = [new(BedMaterial.Ply, 6), new(BedMaterial.Xps, 20), new(BedMaterial.Plaster, 2)];

    /// <summary>The doubts about a sheet, none for one that agrees with itself.</summary>
    public static IReadOnlyList<SheetDoubt> Of(ProductSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        if (sheet.Traits.IsOnePart) return [];
        var resin = ResinProperties.Of(sheet);
        var problem = new CureProblem(resin, sheet.GreatestLayerMm / 2, UsualBed, RoomCourse.Constant(sheet.ReferenceC), LookAtH) { Slack = 4 };
        var doubts = new List<SheetDoubt>();
        var firm = CureColumn.Follow(problem).StripH ?? LookAtH;
        if (FarOff(firm, sheet.DemouldH))
        {
            doubts.Add(new SheetDoubt(
                "demouldH", sheet.DemouldH, firm, "h",
                $"The sheet takes dams off after {Number(sheet.DemouldH)} h; with its gel time of {Number(sheet.GelH)} h it should be about {Number(firm)} h. Check the gel time, and at which temperature each was given. The later one counts."));
        }

        var most = sheet.GreatestLayerMm * 3;
        var safe = SafeDepth.Of(problem, most, SafeDepth.ResinLimitC, SafeDepth.XpsLimitC, withCurve: false).SafeMm;
        if (safe < sheet.GreatestLayerMm * (1 - Apart))
        {
            doubts.Add(new SheetDoubt(
                "greatestLayerMm", sheet.GreatestLayerMm, safe, "mm",
                $"The sheet allows {Number(sheet.GreatestLayerMm)} mm; with its gel time of {Number(sheet.GelH)} h more than {Number(safe)} mm would overheat on foam. Check the gel time and the greatest layer. The smaller depth counts."));
        }

        return doubts;
    }

    private static bool FarOff(double model, double sheet) => model > sheet * (1 + Apart) || model < sheet * (1 - Apart);

    private static string Number(double value) => value.ToString(value < 10 ? "0.#" : "0", CultureInfo.InvariantCulture);
}
