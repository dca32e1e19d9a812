using FsCheck.Xunit;
using InkBasin.Core.Ink;

namespace InkBasin.Core.Tests.Ink;

public class LabTests
{
    // The pairs that Sharma, Wu & Dalal (2005), Color Res. Appl. 30, table 1, publish to try an implementation by.
    [Theory]
    [InlineData(50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425)]
    [InlineData(50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615)]
    [InlineData(50, 2.8361, -74.0200, 50, 0, -82.7485, 3.4412)]
    [InlineData(50, -1.3802, -84.2814, 50, 0, -82.7485, 1.0000)]
    [InlineData(50, -1.1848, -84.8006, 50, 0, -82.7485, 1.0000)]
    [InlineData(50, -0.9009, -85.5211, 50, 0, -82.7485, 1.0000)]
    [InlineData(50, 0, 0, 50, -1, 2, 2.3669)]
    [InlineData(50, -1, 2, 50, 0, 0, 2.3669)]
    [InlineData(50, 2.4900, -0.0010, 50, -2.4900, 0.0009, 7.1792)]
    [InlineData(50, 2.4900, -0.0010, 50, -2.4900, 0.0010, 7.1792)]
    [InlineData(50, 2.4900, -0.0010, 50, -2.4900, 0.0011, 7.2195)]
    [InlineData(50, 2.4900, -0.0010, 50, -2.4900, 0.0012, 7.2195)]
    [InlineData(50, -0.0010, 2.4900, 50, 0.0009, -2.4900, 4.8045)]
    [InlineData(50, -0.0010, 2.4900, 50, 0.0010, -2.4900, 4.8045)]
    [InlineData(50, -0.0010, 2.4900, 50, 0.0011, -2.4900, 4.7461)]
    [InlineData(50, 2.5, 0, 50, 0, -2.5, 4.3065)]
    [InlineData(50, 2.5, 0, 73, 25, -18, 27.1492)]
    [InlineData(50, 2.5, 0, 61, -5, 29, 22.8977)]
    [InlineData(50, 2.5, 0, 56, -27, -3, 31.9030)]
    [InlineData(50, 2.5, 0, 58, 24, 15, 19.4535)]
    [InlineData(50, 2.5, 0, 50, 3.1736, 0.5854, 1.0000)]
    [InlineData(50, 2.5, 0, 50, 3.2972, 0, 1.0000)]
    [InlineData(50, 2.5, 0, 50, 1.8634, 0.5757, 1.0000)]
    [InlineData(50, 2.5, 0, 50, 3.2592, 0.3350, 1.0000)]
    [InlineData(60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644)]
    [InlineData(63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.2630)]
    [InlineData(61.2901, 3.7196, -5.3901, 61.4292, 2.2480, -4.9620, 1.8731)]
    [InlineData(35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645)]
    [InlineData(22.7233, 20.0904, -46.6940, 23.0331, 14.9730, -42.5619, 2.0373)]
    [InlineData(36.4612, 47.8580, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146)]
    [InlineData(90.8027, -2.0831, 1.4410, 91.1528, -1.6435, 0.0447, 1.4441)]
    [InlineData(90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381)]
    [InlineData(6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377)]
    [InlineData(2.0776, 0.0795, -1.1350, 0.9033, -0.0636, -0.5514, 0.9082)]
    public void Differences_are_those_published(double l1, double a1, double b1, double l2, double a2, double b2, double deltaE)
    {
        Assert.Equal(deltaE, Lab.DeltaE(new Lab(l1, a1, b1), new Lab(l2, a2, b2)), 4);
        Assert.Equal(deltaE, Lab.DeltaE(new Lab(l2, a2, b2), new Lab(l1, a1, b1)), 4);
    }

    [Fact]
    public void White_grey_and_black_have_no_colour()
    {
        Assert.Equal(new Lab(100, 0, 0), Rounded(Lab.Of(new LinearRgb(1, 1, 1))));
        Assert.Equal(new Lab(0, 0, 0), Rounded(Lab.Of(new LinearRgb(0, 0, 0))));

        // CIE 1976: a fifth of the light has a lightness of 116·∛0.2 − 16.
        Assert.Equal(new Lab(Math.Round((116 * Math.Cbrt(0.2)) - 16, 6), 0, 0), Rounded(Lab.Of(new LinearRgb(0.2, 0.2, 0.2))));
    }

    // IEC 61966-2-1's red primary in CIELAB under D65: 53.24, 80.09, 67.20.
    [Fact]
    public void Red_of_a_screen_lies_where_its_standard_puts_it()
    {
        var red = Lab.Of(LinearRgb.FromSrgb(255, 0, 0));
        Assert.Equal(53.24, red.L, 0.02);
        Assert.Equal(80.09, red.A, 0.05);
        Assert.Equal(67.20, red.B, 0.05);
    }

    [Property]
    public bool A_colour_written_down_is_read_again(byte r, byte g, byte b)
    {
        var hex = $"#{r:x2}{g:x2}{b:x2}";
        return LinearRgb.FromHex(hex, "colour").ToHex() == hex && LinearRgb.FromHex(hex.ToUpperInvariant(), "colour").ToHex() == hex;
    }

    [Theory]
    [InlineData("8a6f52")]
    [InlineData("#8a6f5")]
    [InlineData("#8a6f5g")]
    [InlineData("# a6f52")]
    [InlineData("")]
    [InlineData(null)]
    public void What_is_no_colour_is_refused(string? hex) => Assert.Equal("bed", Assert.Throws<RefusedException>(() => LinearRgb.FromHex(hex, "bed")).Field);

    private static Lab Rounded(Lab lab) => new(Math.Round(lab.L, 6), Math.Round(lab.A, 6) + 0.0, Math.Round(lab.B, 6) + 0.0);
}
