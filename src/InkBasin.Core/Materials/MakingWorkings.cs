using InkBasin.Core.Drying;

namespace InkBasin.Core.Materials;

/// <summary>How the figures of cutting and mixing came about.</summary>
internal static class MakingWorkings
{
    public static IReadOnlyDictionary<string, Working> Of(Stock.Making making, Room room, int coats, MakingPlan made, double skinAreaMm2)
    {
        var (foam, plaster, cover) = making;
        return new Dictionary<string, Working>
        {
            ["foam"] = new(
                "Sheets of foam",
                [
                    new("Stock thickness", foam.ThicknessMm, "mm"),
                    new("Sheets in the stack", made.Foam.Layers.Count, ""),
                    new("Foam in the stack", made.Foam.VolumeMl, "ml"),
                    new("Foam left once carved", made.FoamMl, "ml"),
                ],
                "Sheet k is cut to the outline of all ground higher than its underside; the pieces are laid on stock by their boxes, the largest first.",
                "marching squares (Lorensen & Cline 1987); first fit by decreasing height (Coffman et al. 1980)"),
            ["skin"] = new(
                "Plaster for the skin",
                [
                    new("True surface", skinAreaMm2, "mm²"),
                    new("Wet volume", made.Skin.VolumeMl, "ml"),
                    new("Water to powder", plaster.WaterPerPowder, ""),
                    new("Wet density, g/ml", plaster.WetDensity, ""),
                    new("Working time, minutes", plaster.WorkingMin, ""),
                    new("Placed a minute", plaster.MlPerMin, "ml"),
                ],
                "Volume is thickness over the true, sloping surface. Its mass is volume × wet density, split by water to powder. Mixes: volume ÷ (what is placed a minute × working time).",
                "the bag's own figures as entered"),
            ["drying"] = new(
                "Drying of the plaster",
                [
                    new("Thickest skin", made.SkinThicknessMm, "mm"),
                    new("Room", room.AirC, "°C"),
                    new("Humidity", room.HumidityPercent, "%"),
                    new("Coats", coats, ""),
                ],
                "24 h for each 5 mm at 20 °C and 50 %, longer as this air takes less vapour, as more of the mix is water that does not set, and for each coat after the first. An estimate: weigh the piece to be sure.",
                "rule of thumb, vapour pressure by Alduchov & Eskridge 1996"),
            ["cover"] = new(
                "Texture, glue and spray",
                [
                    new("Ground above the waters", made.DryGround.AreaMm2, "mm²"),
                    new("Beds of the waters", made.Bed.AreaMm2, "mm²"),
                    new("Depth of texture", cover.TextureMm, "mm"),
                    new("Parts of glue", cover.GlueParts, ""),
                    new("Parts of water", cover.WaterParts, ""),
                ],
                "Texture is depth × true area; glue mix and spray go by the dm², and the mix is split by its parts.",
                "your own settings"),
        };
    }
}
