using System.Text.Json.Serialization;

namespace InkBasin.Core.Ground;

/// <summary>
/// One named step of a ground recipe (models.md §1). Steps are applied in order, each to what the ones before left.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(FoamSheet), "foamSheet")]
[JsonDerivedType(typeof(Channel), "channel")]
[JsonDerivedType(typeof(Pond), "pond")]
[JsonDerivedType(typeof(Pad), "pad")]
[JsonDerivedType(typeof(PlasterSkin), "plasterSkin")]
[JsonDerivedType(typeof(Ridge), "ridge")]
[JsonDerivedType(typeof(TrackBed), "trackBed")]
[JsonDerivedType(typeof(RetainingWall), "retainingWall")]
[JsonDerivedType(typeof(FillBlock), "fillBlock")]
[JsonDerivedType(typeof(RockGroup), "rockGroup")]
[JsonDerivedType(typeof(Strokes), "strokes")]
[JsonDerivedType(typeof(ExistingGround), "existingGround")]
[JsonDerivedType(typeof(SurveyedBed), "surveyedBed")]
[JsonDerivedType(typeof(JugBed), "jugBed")]
[JsonDerivedType(typeof(EdgeProfile), "edgeProfile")]
public abstract record GroundStep
{
    /// <summary>Identity within the recipe; never reused.</summary>
    public required string Id { get; init; }

    /// <summary>The maker's name for it.</summary>
    public required string Name { get; init; }

    /// <summary>False when switched off: kept in the recipe, left out of the ground.</summary>
    public bool Enabled { get; init; } = true;

    /// <summary>Refuses settings no ground can be made of.</summary>
    /// <param name="field">Path of this step in the request, for the refusal.</param>
    /// <exception cref="RefusedException">A setting is missing, not finite or out of its range.</exception>
    public void Check(string field)
    {
        Require.Name(Name, $"{field}.name");
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The step needs an id of at most 64 characters.");
        CheckShape(field);
    }

    /// <summary>The checks of this kind of step.</summary>
    protected abstract void CheckShape(string field);

    /// <summary>The parts it is compiled by, in order.</summary>
    /// <exception cref="RefusedException">It lays down a grid that is not at hand.</exception>
    internal abstract IEnumerable<IGroundPart> Parts(GroundGrids grids);
}

/// <summary>A step that shapes the ground in one go.</summary>
public abstract record ShapingStep : GroundStep, IGroundPart
{
    /// <inheritdoc/>
    CellBox IGroundPart.Footprint(CellGrid grid, HeightBounds bounds) => Footprint(grid, bounds);

    /// <inheritdoc/>
    CellRegion IGroundPart.Region(CellGrid grid, HeightBounds bounds) => Region(grid, bounds);

    /// <inheritdoc/>
    CellBox IGroundPart.Spread(CellGrid grid, CellBox part) => Spread(grid, part);

    /// <inheritdoc/>
    void IGroundPart.Shape(GroundWork work) => Shape(work);

    /// <inheritdoc/>
    internal sealed override IEnumerable<IGroundPart> Parts(GroundGrids grids) => [this];

    /// <inheritdoc cref="IGroundPart.Footprint"/>
    internal abstract CellBox Footprint(CellGrid grid, HeightBounds bounds);

    /// <inheritdoc cref="IGroundPart.Region"/>
    internal virtual CellRegion Region(CellGrid grid, HeightBounds bounds) => CellRegion.None(grid).Join(Footprint(grid, bounds));

    /// <inheritdoc cref="IGroundPart.Spread"/>
    internal virtual CellBox Spread(CellGrid grid, CellBox part) => CellBox.None;

    /// <inheritdoc cref="IGroundPart.Shape"/>
    internal abstract void Shape(GroundWork work);
}
