using System.Buffers;
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
public abstract record GroundOperation
{
    /// <summary>Identity within the recipe; never reused.</summary>
    public required string Id { get; init; }

    /// <summary>The maker's name for it.</summary>
    public required string Name { get; init; }

    /// <summary>False when switched off: kept in the recipe, left out of the ground.</summary>
    public bool Enabled { get; init; } = true;

    /// <summary>Refuses settings no ground can be made of.</summary>
    /// <param name="field">Path of this operation in the request, for the refusal.</param>
    /// <exception cref="RefusedException">A setting is missing, not finite or out of its range.</exception>
    public void Check(string field)
    {
        Require.Name(Name, $"{field}.name");
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The step needs an id of at most 64 characters.");
        CheckShape(field);
    }

    /// <summary>The checks of this kind of step.</summary>
    protected abstract void CheckShape(string field);

    /// <summary>Changes the ground under the pencil; never reads anything but <paramref name="work"/> and itself.</summary>
    internal abstract void Shape(GroundWork work);
}

/// <summary>The ground while it is being compiled: heights and the plaster lying on it.</summary>
internal sealed class GroundWork(int columns, int rows, double cellMm, CancellationToken cancel) : IDisposable
{
    private readonly bool[] _inside = ArrayPool<bool>.Shared.Rent(columns * rows);
    private readonly double[] _distance2 = ArrayPool<double>.Shared.Rent(columns * rows);
    private readonly double[] _along = ArrayPool<double>.Shared.Rent(columns * rows);
    private readonly int[] _piece = ArrayPool<int>.Shared.Rent(columns * rows);

    // Scratch of one number a cell, shared by the steps in turn: a drag compiles many times a second, and fresh arrays
    // of this size would each cost a full collection.

    /// <summary>Scratch for one step, all false.</summary>
    public Span<bool> Inside() => Cleared(_inside, false);

    /// <summary>Scratch for one step, all +∞.</summary>
    public Span<double> Distance2() => Cleared(_distance2, double.PositiveInfinity);

    /// <summary>Scratch for one step, unset.</summary>
    public Span<double> Along() => _along.AsSpan(0, HeightsMm.Length);

    /// <summary>Scratch for one step, all 0.</summary>
    public Span<int> Piece() => Cleared(_piece, 0);

    /// <summary>Gives the scratch back.</summary>
    public void Dispose()
    {
        ArrayPool<bool>.Shared.Return(_inside);
        ArrayPool<double>.Shared.Return(_distance2);
        ArrayPool<double>.Shared.Return(_along);
        ArrayPool<int>.Shared.Return(_piece);
    }

    private Span<T> Cleared<T>(T[] scratch, T value)
    {
        var span = scratch.AsSpan(0, HeightsMm.Length);
        span.Fill(value);
        return span;
    }

    public int Columns { get; } = columns;

    public int Rows { get; } = rows;

    public double CellMm { get; } = cellMm;

    public CancellationToken Cancel { get; } = cancel;

    /// <summary>Height of the present surface, mm over the board's top.</summary>
    public double[] HeightsMm { get; } = new double[columns * rows];

    /// <summary>Thickness of plaster at the surface, mm.</summary>
    public double[] SkinMm { get; } = new double[columns * rows];

    /// <summary>Sets a cell's surface lower or higher. Cutting takes the plaster first; filling is taken as bare.</summary>
    public void Set(int cell, double heightMm)
    {
        var cut = HeightsMm[cell] - heightMm;
        if (cut == 0) return;
        SkinMm[cell] = cut > 0 ? Math.Max(0, SkinMm[cell] - cut) : 0;
        HeightsMm[cell] = heightMm;
    }

    /// <summary>Range of rows and columns whose centres may lie within the box grown by <paramref name="growMm"/>.</summary>
    public (int Row0, int Row1, int Column0, int Column1) Window(ReadOnlySpan<PointMm> points, double growMm)
    {
        double left = double.PositiveInfinity, right = double.NegativeInfinity, back = left, front = right;
        foreach (var p in points)
        {
            left = Math.Min(left, p.XMm);
            right = Math.Max(right, p.XMm);
            back = Math.Min(back, p.YMm);
            front = Math.Max(front, p.YMm);
        }

        return (
            Clip(Math.Floor((back - growMm) / CellMm), Rows),
            Clip(Math.Ceiling((front + growMm) / CellMm), Rows),
            Clip(Math.Floor((left - growMm) / CellMm), Columns),
            Clip(Math.Ceiling((right + growMm) / CellMm), Columns));
    }

    // Half-open ranges: the first is clipped to 0…count, and so is the one past the last.
    private static int Clip(double value, int count) => (int)Math.Clamp(value, 0, count);

    /// <summary>Centre of a column or row, mm.</summary>
    public double Centre(int index) => (index + 0.5) * CellMm;
}
