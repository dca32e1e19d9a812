namespace InkBasin.Core.Ink;

/// <summary>Colour as the eye tells it apart: CIE 1976 L*a*b* under D65.</summary>
/// <param name="L">Lightness, 0…100.</param>
/// <param name="A">Green to red.</param>
/// <param name="B">Blue to yellow.</param>
public readonly record struct Lab(double L, double A, double B)
{
    private const double TwentyFiveToSeventh = 6_103_515_625;

    /// <summary>From linear light (IEC 61966-2-1 primaries; its own white is the white).</summary>
    public static Lab Of(LinearRgb colour)
    {
        static double F(double t) => t > 216.0 / 24389 ? Math.Cbrt(t) : ((24389.0 / 27 * t) + 16) / 116;
        var (r, g, b) = colour;
        var x = F(((0.4124 * r) + (0.3576 * g) + (0.1805 * b)) / 0.9505);
        var y = F((0.2126 * r) + (0.7152 * g) + (0.0722 * b));
        var z = F(((0.0193 * r) + (0.1192 * g) + (0.9505 * b)) / 1.089);
        return new Lab((116 * y) - 16, 500 * (x - y), 200 * (y - z));
    }

    /// <summary>
    /// How different two colours look: CIEDE2000 (CIE 142:2001, as Sharma, Wu &amp; Dalal 2005 spell it out), with all weights 1. About 1 is just seen side
    /// by side, 2 is seen when one knows where to look, 5 by anybody.
    /// </summary>
    public static double DeltaE(Lab one, Lab other)
    {
        var (l, c, h) = Differences(one, other);
        return Math.Sqrt((l * l) + (c * c) + (h * h));
    }

    /// <summary>How different two colours look, CIEDE2000.</summary>
    public static double DeltaE(LinearRgb one, LinearRgb other) => DeltaE(Of(one), Of(other));

    /// <summary>
    /// The three parts whose squares add up to CIEDE2000's: lightness, and chroma and hue with their cross term R_T shared out between them (a
    /// quadratic form of c and h with cross term R_T is (c + R_T/2·h)² + (1 − R_T²/4)·h²). Least squares over them is least difference.
    /// </summary>
    internal static (double L, double C, double H) Differences(Lab one, Lab other)
    {
        static double Root7(double c) => Math.Pow(c, 7) is var seventh ? Math.Sqrt(seventh / (seventh + TwentyFiveToSeventh)) : 0;
        static double Degrees(double b, double a) => (a, b) is (0, 0) ? 0 : Math.Atan2(b, a) * 180 / Math.PI is var h && h < 0 ? h + 360 : h;
        static double Rad(double degrees) => degrees * Math.PI / 180;

        var stretch = 1.5 - (0.5 * Root7((Math.Sqrt((one.A * one.A) + (one.B * one.B)) + Math.Sqrt((other.A * other.A) + (other.B * other.B))) / 2));
        double a1 = one.A * stretch, a2 = other.A * stretch;
        double c1 = Math.Sqrt((a1 * a1) + (one.B * one.B)), c2 = Math.Sqrt((a2 * a2) + (other.B * other.B));
        double h1 = Degrees(one.B, a1), h2 = Degrees(other.B, a2);
        var grey = c1 * c2 == 0;

        var dh = grey ? 0 : h2 - h1;
        if (dh > 180) dh -= 360;
        if (dh < -180) dh += 360;
        double dL = other.L - one.L, dC = c2 - c1, dH = 2 * Math.Sqrt(c1 * c2) * Math.Sin(Rad(dh / 2));

        double meanL = (one.L + other.L) / 2, meanC = (c1 + c2) / 2, meanH = h1 + h2;
        if (!grey) meanH = Math.Abs(h1 - h2) <= 180 ? meanH / 2 : meanH < 360 ? (meanH + 360) / 2 : (meanH - 360) / 2;
        var t = 1 - (0.17 * Math.Cos(Rad(meanH - 30))) + (0.24 * Math.Cos(Rad(2 * meanH))) + (0.32 * Math.Cos(Rad((3 * meanH) + 6))) - (0.2 * Math.Cos(Rad((4 * meanH) - 63)));
        var off = (meanL - 50) * (meanL - 50);
        double sL = 1 + (0.015 * off / Math.Sqrt(20 + off)), sC = 1 + (0.045 * meanC), sH = 1 + (0.015 * meanC * t);
        var turn = (meanH - 275) / 25;
        var rT = -2 * Root7(meanC) * Math.Sin(Rad(60 * Math.Exp(-turn * turn)));

        double c = dC / sC, h = dH / sH;
        return (dL / sL, c + (rT / 2 * h), Math.Sqrt(Math.Max(0, 1 - (rT * rT / 4))) * h);
    }
}
