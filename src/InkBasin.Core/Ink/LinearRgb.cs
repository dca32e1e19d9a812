using System.Globalization;

namespace InkBasin.Core.Ink;

/// <summary>Colour as linear light, 0…1 a channel.</summary>
/// <param name="R">Red.</param>
/// <param name="G">Green.</param>
/// <param name="B">Blue.</param>
public readonly record struct LinearRgb(double R, double G, double B)
{
    /// <summary>Luminance (IEC 61966-2-1 primaries).</summary>
    public double Y => (0.2126 * R) + (0.7152 * G) + (0.0722 * B);

    /// <summary>This and so many times the other, channel by channel.</summary>
    public LinearRgb Plus(LinearRgb other, double times) => new(R + (other.R * times), G + (other.G * times), B + (other.B * times));

    /// <summary>This with a share of the other laid over it.</summary>
    /// <param name="other">The other.</param>
    /// <param name="share">How much of it, 0…1.</param>
    public LinearRgb Toward(LinearRgb other, double share) => new(R + ((other.R - R) * share), G + ((other.G - G) * share), B + ((other.B - B) * share));

    /// <summary>From sRGB as on a screen, 0…255 a channel (IEC 61966-2-1).</summary>
    public static LinearRgb FromSrgb(double r, double g, double b)
    {
        static double Linear(double value) => value / 255 is var v && v <= 0.04045 ? v / 12.92 : Math.Pow((v + 0.055) / 1.055, 2.4);
        return new LinearRgb(Linear(r), Linear(g), Linear(b));
    }

    /// <summary>From '#' and six hexadecimal digits.</summary>
    /// <param name="hex">The colour as it is written.</param>
    /// <param name="field">Whose it is, for a refusal.</param>
    /// <exception cref="RefusedException">It is not written so.</exception>
    public static LinearRgb FromHex(string? hex, string field)
    {
        if (hex is not { Length: 7 } || hex[0] != '#' || !int.TryParse(hex.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var value))
            throw new RefusedException(field, $"{field} must be a colour like #8a6f52.");
        return FromSrgb(value >> 16, (value >> 8) & 255, value & 255);
    }

    /// <summary>As on a screen, 0…255 a channel and not rounded; what no screen shows is clamped.</summary>
    public (double R, double G, double B) ToSrgb() => (Encoded(R) * 255, Encoded(G) * 255, Encoded(B) * 255);

    /// <summary>As on a screen: '#' and six lower-case digits, halves rounded up; what no screen shows is clamped.</summary>
    public string ToHex()
    {
        var (r, g, b) = ToSrgb();
        return $"#{(int)Math.Floor(r + 0.5):x2}{(int)Math.Floor(g + 0.5):x2}{(int)Math.Floor(b + 0.5):x2}";
    }

    /// <summary>One channel as on a screen, 0…1.</summary>
    /// <param name="linear">The channel's light; clamped to 0…1.</param>
    public static double Encoded(double linear)
    {
        var v = Math.Clamp(linear, 0, 1);
        return v <= 0.0031308 ? v * 12.92 : (1.055 * Math.Pow(v, 1 / 2.4)) - 0.055;
    }
}
