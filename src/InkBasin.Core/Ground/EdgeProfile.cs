namespace InkBasin.Core.Ground;

/// <summary>A height along a side of the board.</summary>
/// <param name="AlongMm">From the left (back, front) or from the back (left, right), mm.</param>
/// <param name="HeightMm">Height over the board, mm.</param>
public readonly record struct ProfilePoint(double AlongMm, double HeightMm);

/// <summary>
/// The ground along a side made to meet a given profile, as at the joint with a neighbouring section, and blended into what lies
/// behind it.
/// </summary>
public sealed record EdgeProfile : ShapingStep
{
    /// <summary>The side of the board.</summary>
    public required BoardSide Side { get; init; }

    /// <summary>The profile, along the side in rising order, 2…3000 points; straight between, level beyond its ends.</summary>
    public required IReadOnlyList<ProfilePoint> Profile { get; init; }

    /// <summary>How far from the side the ground is blended, mm, 0…500; at 0 only the cells at the side are set.</summary>
    public double BlendMm { get; init; } = 30;

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Require.Known(Side, $"{field}.side");
        Require.Within(BlendMm, 0, 500, $"{field}.blendMm");
        if (Require.Present(Profile, $"{field}.profile").Count is < 2 or > 3000) throw new RefusedException($"{field}.profile", "A profile takes 2 to 3000 points.");
        for (var i = 0; i < Profile.Count; i++)
        {
            Require.Within(Profile[i].AlongMm, -5000, 5000, $"{field}.profile[{i}].alongMm");
            Require.Within(Profile[i].HeightMm, -500, 1000, $"{field}.profile[{i}].heightMm");
            if (i > 0 && !(Profile[i].AlongMm > Profile[i - 1].AlongMm))
                throw new RefusedException($"{field}.profile[{i}].alongMm", "The points of a profile go along the side in rising order.");
        }
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds)
    {
        var reach = Math.Max(1, (int)Math.Ceiling(BlendMm / grid.CellMm));
        return grid.All.Meet(Side switch
        {
            BoardSide.Back => grid.All with { Row1 = reach },
            BoardSide.Front => grid.All with { Row0 = grid.Rows - reach },
            BoardSide.Left => grid.All with { Column1 = reach },
            _ => grid.All with { Column0 = grid.Columns - reach },
        });
    }

    // The blend carries the difference at the side inward, so every cell needs the one at its side.
    /// <inheritdoc/>
    internal override CellBox Spread(CellGrid grid, CellBox part)
    {
        var met = part.Meet(Footprint(grid, default));
        if (met.IsEmpty) return CellBox.None;
        return Side is BoardSide.Back or BoardSide.Front
            ? Footprint(grid, default) with { Column0 = met.Column0, Column1 = met.Column1 }
            : Footprint(grid, default) with { Row0 = met.Row0, Row1 = met.Row1 };
    }

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        var upright = Side is BoardSide.Left or BoardSide.Right;
        var depth = Footprint(work.Grid, default) is var foot && upright ? foot.Columns : foot.Rows;
        for (var along = upright ? foot.Row0 : foot.Column0; along < (upright ? foot.Row1 : foot.Column1); along++)
        {
            if (Cell(work, along, 0) is not { } edge) continue;
            var difference = At((along + 0.5) * work.CellMm) - work.HeightsMm[edge];
            for (var inward = 0; inward < depth; inward++)
            {
                if (Cell(work, along, inward) is not { } cell) continue;
                var share = BlendMm > 0 ? inward * work.CellMm / BlendMm : 0;

                // Smooth at both ends, so that neither the joint nor the end of the blend shows as a crease.
                var weight = share >= 1 ? 0 : 1 - (share * share * (3 - (2 * share)));
                if (weight > 0) work.Set(cell, work.HeightsMm[cell] + (difference * weight));
            }
        }
    }

    private double At(double alongMm)
    {
        if (alongMm <= Profile[0].AlongMm) return Profile[0].HeightMm;
        if (alongMm >= Profile[^1].AlongMm) return Profile[^1].HeightMm;
        int low = 0, high = Profile.Count - 1;
        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            if (Profile[middle].AlongMm <= alongMm) low = middle;
            else high = middle;
        }

        var share = (alongMm - Profile[low].AlongMm) / (Profile[high].AlongMm - Profile[low].AlongMm);
        return Profile[low].HeightMm + ((Profile[high].HeightMm - Profile[low].HeightMm) * share);
    }

    // The cell so many cells along the side and inward from it; null outside the box being worked on.
    private int? Cell(GroundWork work, int along, int inward)
    {
        var (row, column) = Side switch
        {
            BoardSide.Back => (inward, along),
            BoardSide.Front => (work.Grid.Rows - 1 - inward, along),
            BoardSide.Left => (along, inward),
            _ => (along, work.Grid.Columns - 1 - inward),
        };
        (row, column) = (row - work.Box.Row0, column - work.Box.Column0);
        return row >= 0 && column >= 0 && row < work.Rows && column < work.Columns ? (row * work.Columns) + column : null;
    }
}
