using InkBasin.Core.Ground;

namespace InkBasin.Benchmarks;

/// <summary>
/// The ground the speed figures are measured on: five-octave value noise with a river through it, the same numbers on
/// every machine.
/// </summary>
public static class YardstickGround
{
    /// <summary>An N × N field of 1 mm cells.</summary>
    public static HeightField Make(int size)
    {
        var heights = new double[size * size];
        for (var y = 0; y < size; y++)
        {
            double centre = size * (0.25 + (0.5 * ValueNoise.At(0, y, size / 4, 101))), bed = 9 - (8.0 * y / size);
            for (var x = 0; x < size; x++)
            {
                double ground = 6, amplitude = 36;
                for (int octave = 0, period = size / 5; period >= 2; octave++, period /= 2, amplitude /= 2)
                    ground += amplitude * ValueNoise.At(x, y, period, octave);
                var d = (x + 0.5 - centre) / (size / 50.0);
                heights[(y * size) + x] = Math.Floor((Math.Min(ground, bed + (2.5 * d * d)) * 100) + 0.5) / 100.0;
            }
        }

        return new HeightField(size, size, 1, heights);
    }
}
