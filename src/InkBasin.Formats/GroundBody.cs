using System.Buffers.Binary;
using System.Globalization;
using System.Text;
using InkBasin.Core.Ground;

namespace InkBasin.Formats;

/// <summary>
/// The ground as a closed body on its board, for other programs and for printing: the surface through the cells' centres
/// (drawn out to the board's edges), upright sides, a flat underside. x right, y back, z up, mm; every face turns outward.
/// </summary>
public sealed class GroundBody
{
    private readonly List<(double X, double Y, double Z)> _vertices = [];
    private readonly List<(int A, int B, int C)> _faces = [];

    private GroundBody()
    {
    }

    /// <summary>Corners, mm.</summary>
    public IReadOnlyList<(double X, double Y, double Z)> Vertices => _vertices;

    /// <summary>Faces, each three corners turning counter-clockwise seen from outside.</summary>
    public IReadOnlyList<(int A, int B, int C)> Faces => _faces;

    /// <param name="field">The ground.</param>
    /// <param name="boardMm">Thickness of the board under height 0, mm.</param>
    public static GroundBody Of(HeightField field, double boardMm)
    {
        ArgumentNullException.ThrowIfNull(field);
        var body = new GroundBody();

        // Through every cell's centre, so that the heights can be read back, and along the board's edges at the height of the next centre.
        int columns = field.Columns + 2, rows = field.Rows + 2;
        for (var layer = 0; layer < 2; layer++)
        {
            for (var row = 0; row < rows; row++)
            {
                for (var column = 0; column < columns; column++)
                {
                    int c = Math.Clamp(column - 1, 0, field.Columns - 1), r = Math.Clamp(row - 1, 0, field.Rows - 1);
                    var z = layer == 0 ? field.HeightsMm[(r * field.Columns) + c] : -boardMm;
                    body._vertices.Add((Place(column, columns, field.CellMm), (field.Rows * field.CellMm) - Place(row, rows, field.CellMm), z));
                }
            }
        }

        var under = columns * rows;
        for (var row = 0; row + 1 < rows; row++)
        {
            for (var column = 0; column + 1 < columns; column++)
            {
                int back = (row * columns) + column, front = back + columns;
                body.Quad(front, front + 1, back + 1, back);
                body.Quad(under + back, under + back + 1, under + front + 1, under + front);
            }
        }

        for (var column = 0; column + 1 < columns; column++)
        {
            var front = ((rows - 1) * columns) + column;
            body.Quad(under + front, under + front + 1, front + 1, front);
            body.Quad(column, column + 1, under + column + 1, under + column);
        }

        for (var row = 0; row + 1 < rows; row++)
        {
            int left = row * columns, right = left + columns - 1;
            body.Quad(left, under + left, under + left + columns, left + columns);
            body.Quad(right + columns, under + right + columns, under + right, right);
        }

        return body;
    }

    /// <summary>Volume enclosed, ml, by the divergence theorem.</summary>
    public double VolumeMl
    {
        get
        {
            double six = 0;
            foreach (var (a, b, c) in _faces)
            {
                var (p, q, r) = (_vertices[a], _vertices[b], _vertices[c]);
                six += (p.X * ((q.Y * r.Z) - (q.Z * r.Y))) + (p.Y * ((q.Z * r.X) - (q.X * r.Z))) + (p.Z * ((q.X * r.Y) - (q.Y * r.X)));
            }

            return six / 6 / 1000;
        }
    }

    /// <summary>The body as a binary STL.</summary>
    public byte[] ToStl()
    {
        var file = new byte[84 + (_faces.Count * 50)];
        Encoding.ASCII.GetBytes("ground, mm").CopyTo(file, 0);
        BinaryPrimitives.WriteUInt32LittleEndian(file.AsSpan(80), (uint)_faces.Count);
        var at = 84;
        foreach (var (a, b, c) in _faces)
        {
            var normal = Normal(_vertices[a], _vertices[b], _vertices[c]);
            foreach (var point in new[] { normal, _vertices[a], _vertices[b], _vertices[c] })
            {
                BinaryPrimitives.WriteSingleLittleEndian(file.AsSpan(at), (float)point.X);
                BinaryPrimitives.WriteSingleLittleEndian(file.AsSpan(at + 4), (float)point.Y);
                BinaryPrimitives.WriteSingleLittleEndian(file.AsSpan(at + 8), (float)point.Z);
                at += 12;
            }

            at += 2;
        }

        return file;
    }

    /// <summary>The body as an OBJ.</summary>
    public byte[] ToObj()
    {
        var text = new StringBuilder("# ground, mm\no ground\n");
        foreach (var (x, y, z) in _vertices) text.Append(CultureInfo.InvariantCulture, $"v {x:0.####} {y:0.####} {z:0.####}\n");
        foreach (var (a, b, c) in _faces) text.Append(CultureInfo.InvariantCulture, $"f {a + 1} {b + 1} {c + 1}\n");
        return Encoding.ASCII.GetBytes(text.ToString());
    }

    private void Quad(int a, int b, int c, int d)
    {
        _faces.Add((a, b, c));
        _faces.Add((a, c, d));
    }

    private static double Place(int index, int count, double cellMm) => Math.Clamp(index - 0.5, 0, count - 2) * cellMm;

    private static (double X, double Y, double Z) Normal((double X, double Y, double Z) p, (double X, double Y, double Z) q, (double X, double Y, double Z) r)
    {
        double ux = q.X - p.X, uy = q.Y - p.Y, uz = q.Z - p.Z, vx = r.X - p.X, vy = r.Y - p.Y, vz = r.Z - p.Z;
        double x = (uy * vz) - (uz * vy), y = (uz * vx) - (ux * vz), z = (ux * vy) - (uy * vx);
        var length = Math.Sqrt((x * x) + (y * y) + (z * z));
        return length > 0 ? (x / length, y / length, z / length) : (0, 0, 0);
    }
}
