using System.Globalization;
using InkBasin.Core;
using SixLabors.ImageSharp;
using SixLabors.ImageSharp.Formats.Jpeg;
using SixLabors.ImageSharp.Formats.Png;
using SixLabors.ImageSharp.Formats.Webp;
using SixLabors.ImageSharp.Metadata.Profiles.Exif;
using SixLabors.ImageSharp.Processing;

namespace InkBasin.Formats;

/// <summary>A photo or sketch made ready to be traced from.</summary>
/// <param name="Jpeg">The picture, upright, without what the camera wrote of place and time.</param>
/// <param name="WidthPx">Its width, pixels.</param>
/// <param name="HeightPx">Its height, pixels.</param>
/// <param name="TakenOn">When it was taken, by the camera's own clock; null when it did not say.</param>
public sealed record TracePicture(byte[] Jpeg, int WidthPx, int HeightPx, DateTime? TakenOn = null)
{
    private const long MostPixels = 120_000_000;
    private const int LongestPx = 3000;

    // Only what is offered is decoded, and of that one picture: a small animation can hold thousands.
    private static readonly Configuration Offered = new(new JpegConfigurationModule(), new PngConfigurationModule(), new WebpConfigurationModule());

    /// <summary>Turns a picture upright and brings it down to a size a screen can use.</summary>
    /// <exception cref="RefusedException">It is no picture, is damaged, or is too large.</exception>
    public static TracePicture Read(byte[] file)
    {
        ArgumentNullException.ThrowIfNull(file);
        try
        {
            var known = Image.Identify(Offered, new MemoryStream(file)) ?? throw NoPicture();
            if ((long)known.Width * known.Height > MostPixels)
                throw new RefusedException("file", $"The picture is {known.Width} × {known.Height} pixels: bring in a smaller one.");
            using var image = Image.Load(Offered, file);
            image.Mutate(context =>
            {
                context.AutoOrient();
                if (Math.Max(image.Width, image.Height) > LongestPx) context.Resize(new ResizeOptions { Mode = ResizeMode.Max, Size = new Size(LongestPx, LongestPx) });
                context.BackgroundColor(Color.White);
            });
            var takenOn = TakenOnOf(image);
            image.Metadata.ExifProfile = null;
            image.Metadata.XmpProfile = null;
            image.Metadata.IptcProfile = null;
            using var jpeg = new MemoryStream();
            image.SaveAsJpeg(jpeg, new JpegEncoder { Quality = 85 });
            return new TracePicture(jpeg.ToArray(), image.Width, image.Height, takenOn);
        }
        catch (Exception error) when (error is ImageFormatException or InvalidDataException or EndOfStreamException or IndexOutOfRangeException or NotSupportedException)
        {
            throw NoPicture();
        }
    }

    private static DateTime? TakenOnOf(Image image) =>
        DateTime.TryParseExact(image.Metadata.ExifProfile?.GetValue(ExifTag.DateTimeOriginal)?.Value, "yyyy:MM:dd HH:mm:ss", CultureInfo.InvariantCulture, DateTimeStyles.None, out var at) ? at : null;

    private static RefusedException NoPicture() => new("file", "This is no picture I can read: bring in a JPEG, PNG or still WebP.");
}
