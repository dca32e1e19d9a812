using System.Text.Json.Serialization;

namespace InkBasin.Core.Stock;

/// <summary>Foam that the ground is built of.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<FoamKind>))]
public enum FoamKind
{
    /// <summary>Extruded polystyrene: fine, carves crisply.</summary>
    [JsonStringEnumMemberName("extruded")] Extruded,

    /// <summary>Expanded polystyrene: cheap, thick, crumbly.</summary>
    [JsonStringEnumMemberName("expanded")] Expanded,
}

/// <summary>The stock the foam is cut from.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="ThicknessMm">Thickness of a sheet, mm, 2…200.</param>
/// <param name="WidthMm">Longer side of a sheet, mm, 50…3000.</param>
/// <param name="DepthMm">Shorter side of a sheet, mm, 50…3000.</param>
/// <param name="GapMm">Room left between pieces and at the sheet's edge for knife or wire, mm, 0…50.</param>
public sealed record FoamStock(FoamKind Kind = FoamKind.Extruded, double ThicknessMm = 20, double WidthMm = 600, double DepthMm = 300, double GapMm = 3)
{
    /// <summary>The sheet's size for laying pieces out.</summary>
    internal SheetSize Size => new(WidthMm, DepthMm, GapMm);

    /// <summary>Refuses stock nothing can be cut from.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Known(Kind, $"{field}.kind");
        Require.Within(ThicknessMm, 2, 200, $"{field}.thicknessMm");
        Require.Within(WidthMm, 50, 3000, $"{field}.widthMm");
        Require.Within(DepthMm, 50, 3000, $"{field}.depthMm");
        Require.Within(GapMm, 0, 50, $"{field}.gapMm");
        Size.Check(field);
    }
}

/// <summary>A plaster or paste, as its bag describes it.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="WaterPerPowder">Water to powder by weight, 0.1…3.</param>
/// <param name="WetDensity">Density just mixed, g/ml, 0.3…3.</param>
/// <param name="WorkingMin">Working time of a mix, minutes, 1…600.</param>
/// <param name="MlPerMin">How fast this maker places it, ml a minute, 1…1000.</param>
public sealed record Plaster(string Name, double WaterPerPowder, double WetDensity, double WorkingMin, double MlPerMin)
{
    /// <summary>What a new build starts with.</summary>
    public static Plaster Usual { get; } = new("Casting plaster", 0.65, 1.6, 10, 30);

    /// <summary>Pastes to begin from: generic, with plausible numbers to be replaced by the bag's own.</summary>
    public static IReadOnlyList<Plaster> Examples { get; } =
    [
        Usual,
        new("Plaster and fibre", 0.75, 1.45, 15, 25),
        new("Paper-pulp paste", 1.2, 1.1, 45, 20),
        new("Sawdust plaster", 0.9, 1.2, 20, 25),
        new("Joint filler", 0.5, 1.55, 40, 25),
    ];

    /// <summary>Refuses a plaster nobody can mix.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Name(Name, $"{field}.name");
        Require.Within(WaterPerPowder, 0.1, 3, $"{field}.waterPerPowder");
        Require.Within(WetDensity, 0.3, 3, $"{field}.wetDensity");
        Require.Within(WorkingMin, 1, 600, $"{field}.workingMin");
        Require.Within(MlPerMin, 1, 1000, $"{field}.mlPerMin");
    }
}

/// <summary>What is strewn and fixed on the ground.</summary>
/// <param name="TextureMm">Mean depth of sand, grit or earth, mm, 0…10.</param>
/// <param name="GlueParts">Parts of white glue, 0.1…20.</param>
/// <param name="WaterParts">Parts of water to those, 0…20.</param>
/// <param name="GlueMlPerDm2">Glue mix for a dm², ml, 0…100.</param>
/// <param name="SprayMlPerDm2">Wetting spray for a dm², ml, 0…100.</param>
public sealed record GroundCover(double TextureMm = 0.8, double GlueParts = 1, double WaterParts = 3, double GlueMlPerDm2 = 8, double SprayMlPerDm2 = 3)
{
    /// <summary>What is strewn.</summary>
    public string Name { get; init; } = "Fine earth";

    /// <summary>Whether it is wetted with spirit, which runs into what water beads on, and burns.</summary>
    public bool WettedWithSpirit { get; init; }

    /// <summary>Covers to begin from: the coarser the grit the stronger the glue, the finer the thinner, or it floats off.</summary>
    public static IReadOnlyList<GroundCover> Examples { get; } =
    [
        new(),
        new(2, 1, 1, 14, 4) { Name = "Ballast-like grit" },
        new(1.2, 1, 2, 10, 4) { Name = "Sand" },
        new(0.4, 1, 4, 6, 4) { Name = "Powder", WettedWithSpirit = true },
        new(3, 1, 3, 8, 5) { Name = "Turf and foam", WettedWithSpirit = true },
    ];

    /// <summary>Refuses numbers nobody works with.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Name(Name, $"{field}.name");
        Require.Within(TextureMm, 0, 10, $"{field}.textureMm");
        Require.Within(GlueParts, 0.1, 20, $"{field}.glueParts");
        Require.Within(WaterParts, 0, 20, $"{field}.waterParts");
        Require.Within(GlueMlPerDm2, 0, 100, $"{field}.glueMlPerDm2");
        Require.Within(SprayMlPerDm2, 0, 100, $"{field}.sprayMlPerDm2");
    }
}

/// <summary>The sheet dams are cut from, and how they stand.</summary>
/// <param name="WidthMm">Longer side of a sheet, mm, 20…3000.</param>
/// <param name="DepthMm">Shorter side of a sheet, mm, 20…3000.</param>
/// <param name="GapMm">Room left between pieces for the saw, mm, 0…20.</param>
/// <param name="SeatingMm">How far a panel reaches down the board's edge under the lowest bed, to be glued or taped there, mm, 0…100.</param>
public sealed record DamStock(double WidthMm = 300, double DepthMm = 200, double GapMm = 2, double SeatingMm = 6)
{
    /// <summary>The sheet's size for laying pieces out.</summary>
    internal SheetSize Size => new(WidthMm, DepthMm, GapMm);

    /// <summary>Refuses stock nothing can be cut from.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Within(WidthMm, 20, 3000, $"{field}.widthMm");
        Require.Within(DepthMm, 20, 3000, $"{field}.depthMm");
        Require.Within(GapMm, 0, 20, $"{field}.gapMm");
        Require.Within(SeatingMm, 0, 100, $"{field}.seatingMm");
        Size.Check(field);
    }
}

/// <summary>What keeps resin in, as this maker uses it: the labels come first.</summary>
/// <param name="SealerCoats">Coats of sealer, 1…10.</param>
/// <param name="SealerMlPerDm2">Sealer for a dm² and coat, ml, 0.1…50.</param>
/// <param name="SealerCoatH">A coat dries in a usual room, h, 0.1…200.</param>
/// <param name="BeadMm">Bead of sealant in the corner, mm across, 0.5…20.</param>
/// <param name="GlueMlPerM">Glue for a metre of panel, ml, 0…200.</param>
/// <param name="GlueH">The glue holds in a usual room, h, 0…200.</param>
public sealed record Sealing(int SealerCoats = 2, double SealerMlPerDm2 = 1.5, double SealerCoatH = 4, double BeadMm = 4, double GlueMlPerM = 8, double GlueH = 12)
{
    /// <summary>Refuses numbers nobody works with.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Within(SealerCoats, 1, 10, $"{field}.sealerCoats");
        Require.Within(SealerMlPerDm2, 0.1, 50, $"{field}.sealerMlPerDm2");
        Require.Within(SealerCoatH, 0.1, 200, $"{field}.sealerCoatH");
        Require.Within(BeadMm, 0.5, 20, $"{field}.beadMm");
        Require.Within(GlueMlPerM, 0, 200, $"{field}.glueMlPerM");
        Require.Within(GlueH, 0, 200, $"{field}.glueH");
    }
}

/// <summary>What this maker builds ground of.</summary>
/// <param name="Foam">The foam's stock.</param>
/// <param name="Plaster">The plaster of skins and cast rocks.</param>
/// <param name="Cover">Texture, glue and wetting spray.</param>
public sealed record Making(FoamStock Foam, Plaster Plaster, GroundCover Cover)
{
    /// <summary>What a new build starts with.</summary>
    public static Making Usual { get; } = new(new FoamStock(), Plaster.Usual, new GroundCover());

    /// <summary>The sheet dams are cut from.</summary>
    public DamStock DamSheet { get; init; } = new();

    /// <summary>What keeps resin in.</summary>
    public Sealing Sealing { get; init; } = new();

    /// <summary>Refuses what nothing can be made of.</summary>
    /// <exception cref="RefusedException">A part is missing or a number is out of range.</exception>
    public void Check(string field)
    {
        Require.Present(Foam, $"{field}.foam").Check($"{field}.foam");
        Require.Present(Plaster, $"{field}.plaster").Check($"{field}.plaster");
        Require.Present(Cover, $"{field}.cover").Check($"{field}.cover");
        Require.Present(DamSheet, $"{field}.damSheet").Check($"{field}.damSheet");
        Require.Present(Sealing, $"{field}.sealing").Check($"{field}.sealing");
    }
}
