using System.Net;
using System.Text.Json.Nodes;
using SixLabors.ImageSharp;
using SixLabors.ImageSharp.Metadata.Profiles.Exif;
using SixLabors.ImageSharp.PixelFormats;

namespace InkBasin.Server.Tests;

/// <summary>The log by the server's routes: it fills itself, nothing takes it back, photos lose their place, lessons are offered and followed.</summary>
public class LogTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static string Word(JsonNode? node) => node!.GetValue<string>();

    private static double Number(JsonNode? node) => node!.GetValue<double>();

    private static object Note(string id, string text) => new { kind = "writeLog", entry = new { id, at = "2027-05-14T10:00:00+00:00", text } };

    [Fact]
    public async Task A_session_writes_itself_in_once_with_its_notes_and_no_rehearsal_does()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open(rehearseAt: 1);
        await maker.ToEnd();
        Assert.Empty((await client.Get($"{maker.Build}/log")).AsArray());
        await maker.Open();
        await maker.Tell(new { kind = "note", id = "n", at = maker.Now, text = "A hair in the second pool." });
        await maker.ToEnd();
        await maker.Read();
        var log = (await client.Get($"{maker.Build}/log")).AsArray();
        Assert.Equal(2, log.Count);
        var session = log.Single(one => one!["entry"]!["session"] is not null)!;
        Assert.Contains(session["review"]!.AsArray(), line => Word(line).Contains("planned", StringComparison.Ordinal));
        Assert.Contains(log, one => one!["entry"]!["text"]?.GetValue<string>() == "A hair in the second pool.");
    }

    [Fact]
    public async Task A_cup_that_turned_at_the_bench_teaches_the_time_it_lasts()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open();
        await maker.To("1-pour-1");
        server.Time.Advance(TimeSpan.FromMinutes(9));
        await maker.Tell(new { kind = "turned", id = "t", at = maker.Now, cup = 1 });
        await maker.ToEnd();
        var entry = (await client.Get($"{maker.Build}/log")).AsArray().Single(one => one!["entry"]!["seen"]?.GetValue<string>() == "turned")!["entry"]!;
        Assert.Equal(4.5 + 9, Number(entry["afterMin"]), 3);
        Assert.Contains((await client.Get($"{maker.Build}/lessons")).AsArray(), one => Word(one!["lesson"]!["kind"]) == "pot");
    }

    [Fact]
    public async Task Undo_passes_the_log_over_and_a_correction_stands_beside()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("The Drowned Pit");
        await client.Edit(at, Edits.Set(new { scale = 48 }));
        await client.Edit(at, Note("n", "Clear as glass."));
        await client.Edit(at, new { kind = "correctLog", entryId = "n", correction = new { at = "2027-05-14T11:00:00+00:00", field = "text", value = (double?)null, text = "Cloudy by day.", why = "Looked again in daylight" } });
        await client.Undo(at);
        var build = (await client.Get(at))["build"]!;
        Assert.Equal(35, Number(build["scale"]));
        var read = (await client.Get($"{at}/log")).AsArray().Single(one => Word(one!["entry"]!["id"]) == "n")!;
        Assert.Equal(("Clear as glass.", "Cloudy by day."), (Word(read["entry"]!["text"]), Word(read["corrected"]!["text"])));

        // Neither changed nor taken out by any other way.
        await client.Edit(at, Edits.Remove("log", "n"), HttpStatusCode.UnprocessableEntity);
        await client.Edit(at, Edits.Set("log", "n", new { text = "x" }), HttpStatusCode.UnprocessableEntity);
        await client.Edit(at, Note("n", "Again."), HttpStatusCode.UnprocessableEntity);
        await client.Edit(at, new { kind = "correctLog", entryId = "n", correction = new { at = "2027-05-14T11:00:00+00:00", field = "text", value = (double?)null, text = "x", why = "" } }, HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_photo_keeps_its_time_and_loses_its_place()
    {
        using var image = new Image<Rgb24>(3400, 1200);
        image.Metadata.ExifProfile = new ExifProfile();
        image.Metadata.ExifProfile.SetValue(ExifTag.DateTimeOriginal, "2027:05:13 21:04:09");
        image.Metadata.ExifProfile.SetValue(ExifTag.GPSLatitude, [new Rational(51), new Rational(2), new Rational(3)]);
        using var jpeg = new MemoryStream();
        await image.SaveAsJpegAsync(jpeg);
        using var client = server.CreateClient();
        using var content = new ByteArrayContent(jpeg.ToArray());
        content.Headers.ContentType = new("application/octet-stream");
        using var answer = await client.PostAsync("/api/pictures", content);
        var picture = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        Assert.StartsWith("2027-05-13T21:04:09", Word(picture["takenOn"]), StringComparison.Ordinal);
        Assert.Equal(3000, Number(picture["widthPx"]));
        using var kept = Image.Load(await client.GetByteArrayAsync($"/api/pictures/{picture["pictureId"]}"));
        Assert.Null(kept.Metadata.ExifProfile);

        // It goes with the build's file.
        var at = await client.Copy("The Drowned Pit");
        await client.Edit(at, new { kind = "writeLog", entry = new { id = "p", at = "2027-05-13T21:04:09+00:00", photoId = Word(picture["pictureId"]) } });
        Assert.Contains(Word(picture["pictureId"]), await client.Document(at), StringComparison.Ordinal);
        await client.Edit(at, new { kind = "writeLog", entry = new { id = "q", at = "2027-05-13T21:04:09+00:00", photoId = "nobody-has-it" } }, HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Lessons_are_offered_from_all_builds_followed_when_taken_and_not_learnt_on_top_of_themselves()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Three Weirs at Ondry");
        var offers = (await client.Get($"{at}/lessons")).AsArray();
        var volume = offers.Single(one => Word(one!["lesson"]!["kind"]) == "volume")!;
        Assert.Null(volume["taken"]);
        Assert.Contains("95 % sure", Word(volume["sentence"]), StringComparison.Ordinal);
        static double Takes(JsonNode answer) => Number(answer["plan"]!["waters"]![0]!["takes"]!["range"]!["expectedMl"]);
        var before = Takes(await client.Get(at));
        var after = await client.Edit(at, Edits.Add("learnt", new { lesson = volume["lesson"], at = "2027-05-14T11:00:00+00:00" }));
        Assert.Equal(before * Number(volume["lesson"]!["value"]), Takes(after), 3);
        var again = (await client.Get($"{at}/lessons")).AsArray().Single(one => Word(one!["lesson"]!["kind"]) == "volume")!;
        Assert.Equal(Number(volume["lesson"]!["value"]), Number(again["lesson"]!["value"]), 9);
        Assert.NotNull(again["taken"]);
        var undone = await client.Undo(at);
        Assert.Equal(before, Takes(undone), 6);
        await client.Edit(at, Edits.Add("learnt", new { lesson = new { kind = "gel", productId = (string?)null, value = 0.9, low = 0.8, high = 1, count = 3 }, at = "2027-05-14T11:00:00+00:00" }), HttpStatusCode.BadRequest);
        await client.Edit(at, Edits.Add("learnt", new { lesson = new { kind = "volume", productId = (string?)null, value = 40, low = 0.8, high = 1, count = 3 }, at = "2027-05-14T11:00:00+00:00" }), HttpStatusCode.BadRequest);

        // What is measured in another build counts from when it is there until it is gone.
        async Task<int> Rests() => (await client.Get($"{at}/lessons")).AsArray().Single(one => Word(one!["lesson"]!["kind"]) == "volume")!["lesson"]!["count"]!.GetValue<int>();
        var alone = await Rests();
        var other = await client.Copy("Sallow Quay");
        var both = await Rests();
        Assert.True(both > alone, $"{both} {alone}");
        await client.Edit(other, Edits.Remove("waterTests", "test-2"));
        Assert.Equal(both - 1, await Rests());
        await client.Undo(other);
        Assert.Equal(both, await Rests());
        using (var binned = await client.DeleteAsync(other)) binned.EnsureSuccessStatusCode();
        Assert.Equal(alone, await Rests());
    }

    [Fact]
    public async Task An_outcome_is_read_with_its_likely_causes()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("The Drowned Pit");
        var read = (await client.Get($"{at}/log")).AsArray().Single(one => one!["entry"]!["outcome"]?.GetValue<string>() == "bubbles")!;
        Assert.Contains("2 of 3 looks", Word(read["causes"]![0]!["because"]), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Late_checks_of_all_builds_are_told_when_they_are_due_and_while_they_matter()
    {
        // On a clock of its own: other tests of this class do not wait for this one's days.
        using var own = new ServerFixture();
        using var client = own.CreateClient();
        async Task<List<string>> Due() => [.. (await client.Get("/api/after-care")).AsArray().Where(one => Word(one!["buildName"]) == "Sallow Quay").Select(one => Word(one!["check"]!["key"]))];

        // The dock's first layer was poured the evening before: it takes the next one soon, and not for ever.
        Assert.Empty(await Due());
        own.Time.Advance(TimeSpan.FromHours(2));
        Assert.Equal(["dock/1/recoat"], await Due());
        own.Time.Advance(TimeSpan.FromHours(32));
        Assert.Contains("dock/1/closes", await Due());
        own.Time.Advance(TimeSpan.FromHours(12));
        Assert.Empty(await Due());
    }
}
