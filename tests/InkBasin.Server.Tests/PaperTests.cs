using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using SixLabors.ImageSharp;
using SixLabors.ImageSharp.PixelFormats;

namespace InkBasin.Server.Tests;

/// <summary>Papers, tables, drawings and the page to give away, asked of a running server.</summary>
public class PaperTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    public static TheoryData<string, string> Made => new()
    {
        { "papers/cups.pdf", "application/pdf" }, { "papers/pours.pdf", "application/pdf" }, { "papers/before.pdf", "application/pdf" }, { "papers/days.pdf", "application/pdf" },
        { "papers/rescue.pdf", "application/pdf" }, { "papers/record.pdf", "application/pdf" }, { "templates.pdf", "application/pdf" }, { "dams.pdf", "application/pdf" },
        { "templates/1.svg", "image/svg+xml" }, { "templates/2.dxf", "image/vnd.dxf" }, { "dams/1.svg", "image/svg+xml" }, { "dams/2.dxf", "image/vnd.dxf" },
        { "layers.csv", "text/csv" }, { "cups.csv", "text/csv" }, { "log.csv", "text/csv" }, { "days.csv", "text/csv" }, { "share.html", "text/html" },
    };

    private static async Task<string> Quay(HttpClient client) => await client.Copy("Sallow Quay");

    [Theory]
    [MemberData(nameof(Made))]
    public async Task Each_is_made_of_its_kind(string path, string kind)
    {
        using var client = server.CreateClient();
        using var answer = await client.GetAsync($"{await Quay(client)}/{path}");
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Equal(kind, answer.Content.Headers.ContentType!.MediaType);
        Assert.True((await answer.Content.ReadAsByteArrayAsync()).Length > 300);
    }

    [Fact]
    public async Task Letter_is_another_size_and_A3_is_refused()
    {
        using var client = server.CreateClient();
        var at = await Quay(client);
        foreach (var path in new[] { "papers/pours.pdf", "templates.pdf", "dams.pdf", "papers/days.pdf" })
        {
            string[] boxes = ["210", "612"];
            var (a4, letter) = (await client.GetByteArrayAsync($"{at}/{path}?paper=A4"), await client.GetByteArrayAsync($"{at}/{path}?paper=letter"));
            Assert.Contains("595.2", Encoding.Latin1.GetString(a4), StringComparison.Ordinal);
            Assert.Contains($"/MediaBox [0 0 {boxes[1]}", Encoding.Latin1.GetString(letter), StringComparison.Ordinal);
            using var refused = await client.GetAsync($"{at}/{path}?paper=A3");
            Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        }
    }

    [Theory]
    [InlineData("papers/cups.pdf")]
    [InlineData("papers/pours.pdf")]
    [InlineData("papers/before.pdf")]
    [InlineData("dams.pdf")]
    [InlineData("dams/1.dxf")]
    public async Task A_build_with_nothing_of_it_says_so(string path)
    {
        using var client = server.CreateClient();
        using var answer = await client.GetAsync($"{await client.Begin()}/{path}");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.EndsWith(".", JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["detail"]!.GetValue<string>(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_empty_build_still_has_a_record_a_rescue_card_tables_and_a_page()
    {
        using var client = server.CreateClient();
        var at = await client.Begin("Bare");
        foreach (var path in new[] { "papers/record.pdf", "papers/rescue.pdf", "layers.csv", "cups.csv", "log.csv", "share.html" })
        {
            using var answer = await client.GetAsync($"{at}/{path}");
            Assert.True(answer.StatusCode == HttpStatusCode.OK, $"{path}: {answer.StatusCode}");
        }
    }

    [Fact]
    public async Task The_page_to_give_away_holds_the_logs_picture_at_a_size_that_can_be_sent()
    {
        using var client = server.CreateClient();
        var at = await Quay(client);
        using var picture = new Image<Rgb24>(2400, 1800, new Rgb24(60, 90, 80));
        using var file = new MemoryStream();
        picture.SaveAsJpeg(file);
        using var content = new ByteArrayContent(file.ToArray());
        content.Headers.ContentType = new("application/octet-stream");
        using var kept = await client.PostAsync("/api/pictures", content);
        var id = JsonNode.Parse(await kept.Content.ReadAsStringAsync())!["pictureId"]!.GetValue<string>();
        await client.Edit(at, new { kind = "writeLog", entry = new { id = "p", at = "2027-05-13T21:04:09+00:00", photoId = id } });

        var page = await client.GetStringAsync($"{at}/share.html");
        var data = page[(page.IndexOf("data:image/jpeg;base64,", StringComparison.Ordinal) + "data:image/jpeg;base64,".Length)..];
        using var shown = Image.Load(Convert.FromBase64String(data[..data.IndexOf('"', StringComparison.Ordinal)]));
        Assert.Equal((1400, 1050), (shown.Width, shown.Height));
        Assert.DoesNotContain("<script", page, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("/Image", Encoding.Latin1.GetString(await client.GetByteArrayAsync($"{at}/papers/record.pdf")), StringComparison.Ordinal);
    }
}
