using InkBasin.Core;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Server.Calc;

/// <summary>A measured depth.</summary>
public sealed record SoundingRequest(double? XMm = null, double? YMm = null, double? DepthMm = null);

/// <summary>POST /api/calc/soundings.</summary>
public sealed record SoundingsRequest(
    IReadOnlyList<PlaceRequest?>? Outline = null,
    IReadOnlyList<SoundingRequest?>? Soundings = null,
    double? CellMm = null,
    double? Smoothing = null);

/// <summary>A grid in an answer.</summary>
public sealed record GridAnswer(int Columns, int Rows, double CellMm, double[] HeightsMm);

/// <summary>The answer of /api/calc/soundings: heights = −depth, 0 outside the shore.</summary>
public sealed record SoundingsAnswer(GridAnswer Grid, double VolumeMl, double BandMl, double RmseMm);

/// <summary>An eye: a place, and its height over the board.</summary>
public sealed record EyeRequest(double? XMm = null, double? YMm = null, double? HeightMm = null);

/// <summary>POST /api/calc/mirror.</summary>
public sealed record MirrorRequest(GridRequest? Grid = null, double? WaterlineMm = null, PlaceRequest? Seed = null, EyeRequest? Eye = null);

/// <summary>Cells of a mirroring water.</summary>
public sealed record MirrorCells(int Wet, int Ground, int Sky);

/// <summary>The answer of /api/calc/mirror.</summary>
public sealed record MirrorAnswer(double GroundSharePercent, double SkySharePercent, MirrorCells Cells);

/// <summary>So many ml came up to here.</summary>
public sealed record JugMarkRequest(double? HeightMm = null, double? VolumeMl = null);

/// <summary>POST /api/calc/jug.</summary>
public sealed record JugRequest(
    IReadOnlyList<PlaceRequest?>? Outline = null,
    double? DeepestMm = null,
    IReadOnlyList<JugMarkRequest?>? Marks = null,
    IReadOnlyList<double>? HeightsMm = null);

/// <summary>A mark, and by how much the curve misses it.</summary>
public sealed record JugMarkAnswer(double HeightMm, double VolumeMl, double MissMl);

/// <summary>The answer of /api/calc/jug.</summary>
public sealed record JugAnswer(IReadOnlyList<double> VolumesMl, IReadOnlyList<double> LayersMl, IReadOnlyList<JugMarkAnswer> Marks, double TotalMl, double BandMl);

/// <summary>The calculation routes on existing ground and on sight.</summary>
internal static class GroundCalc
{
    public static SoundingsAnswer Soundings(SoundingsRequest request)
    {
        var outline = Require.Present(request.Outline, "outline");
        var soundings = Require.Present(request.Soundings, "soundings");
        var shore = new PointMm[outline.Count];
        for (var i = 0; i < shore.Length; i++) shore[i] = Require.Present(outline[i], $"outline[{i}]").ToPoint($"outline[{i}]");
        var depths = new Sounding[soundings.Count];
        for (var i = 0; i < depths.Length; i++)
        {
            var field = $"soundings[{i}]";
            var one = Require.Present(soundings[i], field);
            depths[i] = new Sounding(
                new PointMm(one.XMm ?? throw GridRequest.Missing($"{field}.xMm"), one.YMm ?? throw GridRequest.Missing($"{field}.yMm")),
                one.DepthMm ?? throw GridRequest.Missing($"{field}.depthMm"));
        }

        var bed = Core.Ground.Soundings.ToBed(shore, depths, request.CellMm ?? 2, request.Smoothing ?? 0);
        return new SoundingsAnswer(
            new GridAnswer(bed.Bed.Columns, bed.Bed.Rows, bed.Bed.CellMm, bed.Bed.HeightsMm),
            bed.VolumeMl,
            bed.BandMl,
            bed.RmseMm);
    }

    public static JugAnswer Jug(JugRequest request, CancellationToken cancel)
    {
        var outline = Require.Present(request.Outline, "outline");
        var shore = new PointMm[outline.Count];
        for (var i = 0; i < shore.Length; i++) shore[i] = Require.Present(outline[i], $"outline[{i}]").ToPoint($"outline[{i}]");
        var asked = Require.Present(request.Marks, "marks");
        var marks = new JugMark[asked.Count];
        for (var i = 0; i < marks.Length; i++)
        {
            var one = Require.Present(asked[i], $"marks[{i}]");
            marks[i] = new JugMark(one.HeightMm ?? throw GridRequest.Missing($"marks[{i}].heightMm"), one.VolumeMl ?? throw GridRequest.Missing($"marks[{i}].volumeMl"));
        }

        var deepest = request.DeepestMm ?? throw GridRequest.Missing("deepestMm");
        var heights = request.HeightsMm ?? [deepest];
        var curve = JugCurve.Of(JugCurve.AreaOf(shore), deepest, marks, cancel);
        double Level(int i) => Require.Within(heights[i], 0, deepest, $"heightsMm[{i}]");
        double[] volumes = [.. heights.Select((_, i) => curve.VolumeAt(Level(i)))];
        return new JugAnswer(
            volumes,
            [.. volumes.Select((ml, i) => i > 0 ? ml - volumes[i - 1] : ml)],
            [.. marks.Select(mark => new JugMarkAnswer(mark.HeightMm, mark.VolumeMl, curve.VolumeAt(mark.HeightMm) - mark.VolumeMl))],
            curve.TotalMl,
            curve.BandMl);
    }

    public static MirrorAnswer Mirror(MirrorRequest request, CancellationToken cancel)
    {
        var field = Require.Present(request.Grid, "grid").ToField();
        var waterline = Require.Finite(request.WaterlineMm ?? throw GridRequest.Missing("waterlineMm"), "waterlineMm");
        var cell = request.Seed.CellOn(field);
        var eye = Require.Present(request.Eye, "eye");
        var mirrored = Core.Sight.Mirror.Look(
            WetRegion.Flood(field, cell, waterline, cancel),
            new PointMm(eye.XMm ?? throw GridRequest.Missing("eye.xMm"), eye.YMm ?? throw GridRequest.Missing("eye.yMm")),
            eye.HeightMm ?? throw GridRequest.Missing("eye.heightMm"),
            cancel);
        return new MirrorAnswer(
            mirrored.GroundSharePercent,
            mirrored.SkySharePercent,
            new MirrorCells(mirrored.WetCells, mirrored.GroundCells, mirrored.WetCells - mirrored.GroundCells));
    }

    /// <summary>The cell a seed lies in.</summary>
    /// <exception cref="RefusedException">It is missing, or lies off the grid.</exception>
    public static int CellOn(this PlaceRequest? seed, HeightField field)
    {
        var point = Require.Present(seed, "seed").ToPoint("seed");
        point.Check("seed");
        var cell = field.CellAt(point);
        return cell >= 0 ? cell : throw new RefusedException("seed", "The starting point lies off the board.", RefusalKind.Impossible);
    }
}
