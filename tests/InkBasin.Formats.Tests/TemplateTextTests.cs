using InkBasin.Core.Foam;
using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using UglyToad.PdfPig;
using UglyToad.PdfPig.DocumentLayoutAnalysis.WordExtractor;

namespace InkBasin.Formats.Tests;

/// <summary>The words of a template as a reader of somebody else's takes them off the page: whole, and by a face that is in the file.</summary>
public class TemplateTextTests
{
    private static byte[] File(Paper paper)
    {
        var field = new HeightField(80, 60, 2, [.. Enumerable.Range(0, 80 * 60).Select(i => 10 + (i % 80 / 4.0))]);
        return TemplatePdf.Write(FoamTemplates.Of("Sallow bank", field, FoamCut.Of(field, new FoamStock(FoamKind.Extruded, 15, 600, 400)), []), paper);
    }

    [Theory]
    [InlineData("A4", 210, 297)]
    [InlineData("Letter", 215.9, 279.4)]
    public void Every_sentence_is_read_whole(string name, double widthMm, double heightMm)
    {
        using var pdf = PdfDocument.Open(File(Paper.Named(name)));
        foreach (var page in pdf.GetPages())
        {
            Assert.Equal(widthMm, page.Width * 25.4 / 72, 0.1);
            Assert.Equal(heightMm, page.Height * 25.4 / 72, 0.1);
            var words = string.Join(' ', NearestNeighbourWordExtractor.Instance.GetWords(page.Letters).Select(word => word.Text.Trim()).Where(word => word.Length > 0));
            Assert.Contains("Sallow bank", words, StringComparison.Ordinal);
            Assert.Contains("measure it before you cut", words, StringComparison.Ordinal);
            Assert.Contains("100 mm", words, StringComparison.Ordinal);

            // Each letter stands as far from the next as the face says, so that a reader finds no gap within a word.
            Assert.DoesNotContain(words.Split(' '), word => word is "meas" or "ure" or "y" or "ou" or "10");
        }
    }

    [Fact]
    public void The_face_is_in_the_file_as_outlines_with_its_letters_named()
    {
        var file = File(Paper.A4);
        using var pdf = PdfDocument.Open(file);
        var letters = pdf.GetPages().SelectMany(page => page.Letters).ToList();
        Assert.NotEmpty(letters);
        Assert.All(letters, letter => Assert.Contains("Atkinson", letter.FontName, StringComparison.Ordinal));
        var written = System.Text.Encoding.Latin1.GetString(file);
        Assert.Contains("/FontFile2", written, StringComparison.Ordinal);
        Assert.Contains("/ToUnicode", written, StringComparison.Ordinal);
        Assert.DoesNotContain("/Type3", written, StringComparison.Ordinal);
    }
}
