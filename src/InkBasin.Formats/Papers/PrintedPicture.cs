using SixLabors.ImageSharp;
using SixLabors.ImageSharp.Formats.Jpeg;
using SixLabors.ImageSharp.Processing;

namespace InkBasin.Formats.Papers;

/// <summary>A picture of the log with as many pixels as paper or a page shows of it: a record of fifty pictures can still be sent by mail.</summary>
internal static class PrintedPicture
{
    private const int Quality = 80;

    /// <summary>Brings one down.</summary>
    /// <param name="kept">As it is kept.</param>
    /// <param name="mostPx">Longest side, pixels.</param>
    /// <returns>A JPEG; null where there is none or it cannot be read.</returns>
    public static byte[]? Of(byte[]? kept, int mostPx)
    {
        if (kept is null) return null;
        try
        {
            using var image = Image.Load(kept);
            if (Math.Max(image.Width, image.Height) > mostPx) image.Mutate(context => context.Resize(new ResizeOptions { Mode = ResizeMode.Max, Size = new Size(mostPx, mostPx) }));
            using var jpeg = new MemoryStream();
            image.SaveAsJpeg(jpeg, new JpegEncoder { Quality = Quality });
            return jpeg.ToArray();
        }
        catch (Exception damaged) when (damaged is ImageFormatException or InvalidDataException or EndOfStreamException or IndexOutOfRangeException or NotSupportedException)
        {
            // Told in its place; the rest of the record stands.
            return null;
        }
    }
}
