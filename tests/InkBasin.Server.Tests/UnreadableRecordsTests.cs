using System.Net;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using SixLabors.ImageSharp;
using SixLabors.ImageSharp.PixelFormats;
using static InkBasin.Server.Tests.Edits;

namespace InkBasin.Server.Tests;

/// <summary>Records of the data file that cannot be read, as whoever asks is told of them.</summary>
public sealed class UnreadableRecordsTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("ink-basin-data-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private async Task Damage(string sql)
    {
        await using var connection = new SqliteConnection($"Data Source={Path.Combine(_folder, "inkbasin.db")};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        Assert.Equal(1, await command.ExecuteNonQueryAsync());
    }

    [Fact]
    public async Task A_record_that_cannot_be_read_is_told_kept_and_hides_no_other()
    {
        string broken, whole;
        using (var first = ServerFixture.On(_folder, demo: false))
        {
            using var client = first.CreateClient();
            broken = await client.Begin("Broken");
            whole = await client.Begin("Whole");
            await client.Edit(broken, Set(new { scale = 87 }));
            await client.Edit(whole, Set(new { days = new { after = new[] { broken[(broken.LastIndexOf('/') + 1)..] } } }));
            foreach (var name in new[] { "Good resin", "Bad resin" }) Assert.Equal(HttpStatusCode.Created, (await client.Post("/api/stores/products", new { name, kind = "castingEpoxy", ratio = new { a = 2, b = 1, basis = "volume" }, greatestLayerMm = 12, gelH = 8, fullCureH = 96 })).Status);
            foreach (var name in new[] { "Good tint", "Bad tint" }) Assert.Equal(HttpStatusCode.Created, (await client.Post("/api/stores/tints", new { name, kind = "oilPaint", likeId = "red" })).Status);
        }

        await Damage("UPDATE Builds SET Document = '{\"version\":2,\"build\":{\"name\":7}}' WHERE Name = 'Broken'");
        await Damage("UPDATE Sheets SET Draft = 'not JSON' WHERE Draft LIKE '%Bad resin%'");
        await Damage("UPDATE Tints SET Draft = replace(Draft, 'red', 'gone') WHERE Draft LIKE '%Bad tint%'");
        using var again = ServerFixture.On(_folder, demo: false);
        using var after = again.CreateClient();

        // The shelf shows both, and tells which it is.
        var cards = (await after.Get("/api/builds")).AsArray();
        Assert.Equal(["Broken", "Whole"], cards.Select(card => card!["name"]!.GetValue<string>()).Order());
        Assert.Contains("cannot be read", cards.Single(card => card!["name"]!.GetValue<string>() == "Broken")!["trouble"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Null(cards.Single(card => card!["name"]!.GetValue<string>() == "Whole")!["trouble"]);
        using (var other = await after.GetAsync(whole)) Assert.Equal(HttpStatusCode.OK, other.StatusCode);

        // A fault of the data file is no fault of who asked; what cannot help is not offered, and the record is kept as it is.
        using (var asked = await after.GetAsync(broken))
        {
            Assert.Equal(HttpStatusCode.InternalServerError, asked.StatusCode);
            Assert.Contains("The record of this build cannot be read.", await asked.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        // Nor is the bench planned as if nothing had to be done there first.
        using (var days = await after.GetAsync($"{whole}/days"))
        {
            Assert.Equal(HttpStatusCode.InternalServerError, days.StatusCode);
            Assert.Contains("Broken comes first and cannot be read.", await days.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        Assert.Null((await after.Get($"{broken}/undo-list"))["undoLabel"]);
        Assert.Contains("Good resin", (await after.Get("/api/stores/products")).ToJsonString(), StringComparison.Ordinal);
        Assert.Contains("Good tint", (await after.Get("/api/stores/tints")).ToJsonString(), StringComparison.Ordinal);
        var troubles = (await after.Get("/api/stores/troubles")).ToJsonString();
        Assert.Contains("one of your sheets cannot be read", troubles, StringComparison.Ordinal);
        Assert.Contains("one of your tints cannot be read", troubles, StringComparison.Ordinal);
        await Damage("UPDATE Builds SET Name = 'Broken still' WHERE Document = '{\"version\":2,\"build\":{\"name\":7}}'");
    }

    // Its heights are gone from the file, or lie damaged in it: it tells so itself where it is opened.
    [Theory]
    [InlineData(false, HttpStatusCode.UnprocessableEntity, "Torn comes first and cannot be planned: ")]
    [InlineData(true, HttpStatusCode.InternalServerError, "Torn comes first and cannot be read.")]
    public async Task A_build_that_cannot_be_planned_hides_no_late_check_no_lesson_and_no_cupboard_of_the_others_and_is_named_where_it_comes_first(bool isDamaged, HttpStatusCode opened, string named)
    {
        JsonNode lessons;
        JsonNode due;
        var hours = 0;
        using (var first = ServerFixture.On(_folder, demo: true))
        {
            using var client = first.CreateClient();
            var at = await client.Copy("Sallow Quay");
            await client.Edit(at, Set(new { name = "Torn" }));
            for (due = await client.Get("/api/after-care"); due.AsArray().Count == 0 && hours < 96; hours++)
            {
                first.Time.Advance(TimeSpan.FromHours(1));
                due = await client.Get("/api/after-care");
            }

            // Something to learn from beside it, and a build that comes after it.
            var other = await client.Copy("Sallow Quay");
            await client.Edit(other, Set(new { name = "Whole", days = new { after = new[] { at[(at.LastIndexOf('/') + 1)..] } } }));
            lessons = await client.Get($"{other}/lessons");
            due = await client.Get("/api/after-care");
        }

        await Damage("""UPDATE Builds SET Document = replace(Document, '"recipe":[', '"recipe":[{"kind":"existingGround","id":"gone","name":"Gone","gridId":"gone","leftMm":0,"backMm":0,"widthMm":100,"lowestMm":5},') WHERE Name = 'Torn'""");
        if (isDamaged) await Damage("INSERT INTO Attachments (Id, Data) VALUES ('gone', x'00')");
        using var again = ServerFixture.On(_folder, demo: true);
        using var after = again.CreateClient();
        again.Time.Advance(TimeSpan.FromHours(hours));
        var torn = (await after.Get("/api/builds")).AsArray().Single(card => card!["name"]!.GetValue<string>() == "Torn")!["id"]!.GetValue<string>();
        using (var asked = await after.GetAsync($"/api/builds/{torn}")) Assert.Equal(opened, asked.StatusCode);
        JsonNode Of(JsonNode all) => new JsonArray([.. all.AsArray().Where(one => one!["buildId"]!.GetValue<string>() != torn).Select(one => one!.DeepClone())]);
        Assert.NotEmpty(Of(due).AsArray());
        Assert.True(JsonNode.DeepEquals(Of(due), Of(await after.Get("/api/after-care"))));

        var whole = (await after.Get("/api/builds")).AsArray().Single(card => card!["name"]!.GetValue<string>() == "Whole")!["id"]!.GetValue<string>();
        Assert.NotEmpty(lessons.AsArray());
        Assert.Equal(lessons.AsArray().Count, (await after.Get($"/api/builds/{whole}/lessons")).AsArray().Count);
        using var days = await after.GetAsync($"/api/builds/{whole}/days");
        Assert.Equal(opened, days.StatusCode);
        Assert.Contains(named, await days.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        var cupboard = await after.Get("/api/stores/cupboard");
        Assert.Contains("Torn", Assert.Single(cupboard["unplanned"]!.AsArray())!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Contains(cupboard["costs"]!.AsArray(), cost => cost!["buildName"]!.GetValue<string>() == "Whole");
    }

    [Fact]
    public async Task A_neighbour_that_cannot_be_read_or_planned_is_told_at_its_joint_alone()
    {
        string mine;
        using (var first = ServerFixture.On(_folder, demo: false))
        {
            using var client = first.CreateClient();
            mine = await client.Begin("Mine");
            foreach (var (name, side) in new[] { ("Broken", "left"), ("Torn", "back"), ("Whole", "right") })
            {
                var theirs = await client.Begin(name);
                await client.Edit(mine, Add("neighbours", new { id = name, buildId = theirs[(theirs.LastIndexOf('/') + 1)..], side, theirSide = side == "right" ? "left" : "right" }));
            }
        }

        await Damage("UPDATE Builds SET Document = '{\"version\":2,\"build\":{\"name\":7}}' WHERE Name = 'Broken'");
        await Damage("""UPDATE Builds SET Document = replace(Document, '"recipe":[', '"recipe":[{"kind":"existingGround","id":"gone","name":"Gone","gridId":"gone","leftMm":0,"backMm":0,"widthMm":100,"lowestMm":5},') WHERE Name = 'Torn'""");
        using var again = ServerFixture.On(_folder, demo: false);
        using var after = again.CreateClient();
        var joints = (await after.Get($"{mine}/joints")).AsArray().ToDictionary(one => one!["neighbour"]!["id"]!.GetValue<string>(), one => one!["joint"]!);
        Assert.Contains("The record of this build cannot be read.", joints["Broken"]["stop"]!["sentence"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Contains("The heights that step lays down are not kept here.", joints["Torn"]["stop"]!["sentence"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Equal("Whole", joints["Whole"]["is"]!["theirName"]!.GetValue<string>());
    }

    [Fact]
    public async Task A_picture_that_lies_damaged_takes_neither_record_nor_page_away()
    {
        string mine;
        using (var first = ServerFixture.On(_folder, demo: false))
        {
            using var client = first.CreateClient();
            mine = await client.Begin("Mine");
            using var picture = new Image<Rgb24>(40, 30);
            using var jpeg = new MemoryStream();
            picture.SaveAsJpeg(jpeg);
            using var content = new ByteArrayContent(jpeg.ToArray());
            content.Headers.ContentType = new("application/octet-stream");
            using var kept = await client.PostAsync("/api/pictures", content);
            var id = JsonNode.Parse(await kept.Content.ReadAsStringAsync())!["pictureId"]!.GetValue<string>();
            await client.Edit(mine, new { kind = "writeLog", entry = new { id = "p", at = "2027-05-13T21:04:09+00:00", photoId = id, text = "All of it poured." } });
            Assert.Contains("data:image/jpeg", await client.GetStringAsync($"{mine}/share.html"), StringComparison.Ordinal);
        }

        await Damage("UPDATE Attachments SET Data = x'FFD8'");
        using var again = ServerFixture.On(_folder, demo: false);
        using var after = again.CreateClient();
        var page = await after.GetStringAsync($"{mine}/share.html");
        Assert.Contains("All of it poured.", page, StringComparison.Ordinal);
        Assert.Contains("Its picture is not kept here any more, or cannot be read.", page, StringComparison.Ordinal);
        using (var record = await after.GetAsync($"{mine}/papers/record.pdf")) Assert.Equal(HttpStatusCode.OK, record.StatusCode);

        // Its file would be half of it: it is told instead.
        using var file = await after.GetAsync($"{mine}/file");
        Assert.Equal(HttpStatusCode.InternalServerError, file.StatusCode);
        Assert.Contains("What goes with Mine cannot be read.", await file.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }
}
