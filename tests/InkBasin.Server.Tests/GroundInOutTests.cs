using System.Globalization;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using InkBasin.Store;
using Microsoft.Extensions.DependencyInjection;
using static InkBasin.Server.Tests.Edits;

namespace InkBasin.Server.Tests;

/// <summary>Ground brought in and taken out, what is made from it, and what it is traced from, through the server.</summary>
public class GroundInOutTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    // A board of 200 × 100 with cells of 1 mm has 200 × 100 heights.
    private static readonly byte[] Hills = Asc(200, 100, 1, (c, r) => 12 + (6 * Math.Sin(c / 21.0)) + (4 * Math.Cos(r / 13.0)));

    private static byte[] Asc(int columns, int rows, double cell, Func<int, int, double> height)
    {
        var text = new StringBuilder(FormattableString.Invariant($"ncols {columns}\nnrows {rows}\nxllcorner 0\nyllcorner 0\ncellsize {cell}\nNODATA_value -9999\n"));
        for (var row = 0; row < rows; row++) text.AppendJoin(' ', Enumerable.Range(0, columns).Select(c => height(c, row).ToString("0.####", CultureInfo.InvariantCulture))).Append('\n');
        return Encoding.ASCII.GetBytes(text.ToString());
    }

    private static async Task<(HttpStatusCode Status, JsonNode Body)> Send(HttpClient client, string path, byte[] file)
    {
        using var content = new ByteArrayContent(file);
        content.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        using var response = await client.PostAsync(path, content);
        return (response.StatusCode, JsonNode.Parse(await response.Content.ReadAsStringAsync())!);
    }

    // Lays a grid that was read on the board, at the end of the recipe; answers the version after it.
    private static async Task<int> Lay(HttpClient client, string at, JsonNode read, int version, string id)
    {
        var step = read["step"]!.DeepClone();
        step["kind"] = "existingGround";
        step["id"] = id;
        var (status, made) = await client.Post($"{at}/edits", new { version, edit = Add("recipe", step, version) });
        Assert.True(status == HttpStatusCode.OK, made.ToJsonString());
        return made["version"]!.GetValue<int>();
    }

    private static double[] Heights(byte[] asc) =>
        [.. Encoding.ASCII.GetString(asc).Split('\n', StringSplitOptions.RemoveEmptyEntries)[6..].SelectMany(line => line.Split(' ')).Select(word => double.Parse(word, CultureInfo.InvariantCulture))];

    [Theory]
    [InlineData("asc", 1e-4)]
    [InlineData("png", 40.0 / 65535)]
    [InlineData("stl", 1e-3)]
    public async Task Ground_in_out_and_in_again_keeps_its_heights(string format, double tolerance)
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        var (status, first) = await Send(client, $"{at}/grids?format=asc&length=mm", Hills);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal((200, 100, 0), (first["columns"]!.GetValue<int>(), first["rows"]!.GetValue<int>(), first["holes"]!.GetValue<int>()));
        var version = await Lay(client, at, first, 1, "one");
        var before = Heights(await client.GetByteArrayAsync($"{at}/ground.asc"));
        Assert.Equal(Heights(Hills), before.Select(h => h), new NearEnough(1e-3));

        var file = await client.GetByteArrayAsync($"{at}/ground.{format}");
        var (again, second) = await Send(client, $"{at}/grids?format={format}&length=mm", file);
        Assert.True(again == HttpStatusCode.OK, second.ToJsonString());
        await Lay(client, at, second, version, "two");
        Assert.Equal(before, Heights(await client.GetByteArrayAsync($"{at}/ground.asc")), new NearEnough(tolerance + 1e-4));
    }

    [Fact]
    public async Task A_landscape_in_metres_comes_through_the_scale()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();

        // 1:76: 10 m cells are 131.6 mm; 30 m of height are 394.7 mm.
        var (_, read) = await Send(client, $"{at}/grids?format=asc&length=m", Asc(4, 3, 10, (c, _) => 400 + (c * 10)));
        Assert.Equal(10_000 / 76.0, read["cellMm"]!.GetValue<double>(), 6);
        Assert.Equal(30_000 / 76.0, read["reliefMm"]!.GetValue<double>(), 3);
        Assert.Equal(5, read["step"]!["lowestMm"]!.GetValue<double>());
    }

    public static TheoryData<string, string, string> Wrong => new()
    {
        { "format=asc&length=mm", "ncols 3", "head" },
        { "format=asc&length=mm", "", "empty" },
        { "format=png&length=mm", "ncols 3", "PNG" },
        { "format=stl&length=mm", "ncols 3", "STL" },
        { "format=asc&length=m", "ncols 1\nnrows 1\ncellsize 0.001\n4", "on the board" },
        { "format=obj&length=mm", "x", "asc, png or stl" },
        { "format=asc&length=ft", "ncols 1\nnrows 1\ncellsize 1\n4", "m (of the real place) or mm" },
        { "format=asc&length=mm", "ncols 99999\nnrows 99999\ncellsize 1\n4", "million" },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public async Task A_file_that_cannot_be_read_is_refused_in_a_sentence_and_changes_nothing(string query, string text, string words)
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        var before = (await client.Get(at)).ToJsonString();
        var (status, body) = await Send(client, $"{at}/grids?{query}", Encoding.ASCII.GetBytes(text));
        Assert.True(status is HttpStatusCode.BadRequest or HttpStatusCode.UnprocessableEntity);
        Assert.Contains(words, body["detail"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Equal(before, (await client.Get(at)).ToJsonString());
    }

    [Fact]
    public async Task A_step_that_lays_down_heights_nobody_has_is_refused()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        var step = new { kind = "existingGround", id = "x", name = "Lost", enabled = true, gridId = "0123", leftMm = 0, backMm = 0, widthMm = 100, lowestMm = 5, exaggeration = 1, quarterTurns = 0 };
        var (status, body) = await client.Post($"{at}/edits", new { version = 1, edit = Add("recipe", step, 1) });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Contains("Bring the file in again", body["detail"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await client.Post($"{at}/preview", new { edit = Add("recipe", step, 1) })).Status);
    }

    // What is shown only, or left out for now, is never looked at by the plan: it is refused before it is kept all the same.
    [Fact]
    public async Task A_picture_nobody_has_is_refused_and_a_step_that_is_left_out_too()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        var photo = new { pictureId = new string('0', 64), widthPx = 40, heightPx = 20, centre = new { xMm = 100, yMm = 50 }, mmPerPx = 5, turnDeg = 0, fade = 0.5 };
        var step = new { kind = "existingGround", id = "x", name = "Lost", enabled = false, gridId = "0123", leftMm = 0, backMm = 0, widthMm = 100, lowestMm = 5, exaggeration = 1, quarterTurns = 0 };
        foreach (var edit in new[] { Set(new { photo }), Add("recipe", step, 1) })
        {
            var (status, body) = await client.Post($"{at}/edits", new { version = 1, edit });
            Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
            Assert.Contains("Bring the file in again", body["detail"]!.GetValue<string>(), StringComparison.Ordinal);
        }

        Assert.Equal(1, (await client.Get(at))["version"]!.GetValue<int>());
    }

    [Fact]
    public async Task A_build_file_carries_what_the_build_lays_down_and_a_damaged_one_is_refused()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        var version = await Lay(client, at, (await Send(client, $"{at}/grids?format=asc&length=mm", Hills)).Body, 1, "one");
        var (_, picture) = await Send(client, "/api/pictures", Picture());
        var photo = new { pictureId = picture["pictureId"]!.GetValue<string>(), widthPx = 40, heightPx = 20, centre = new { xMm = 100, yMm = 50 }, mmPerPx = 5, turnDeg = 0, fade = 0.5 };
        Assert.Equal(HttpStatusCode.OK, (await client.Post($"{at}/edits", new { version, edit = Set(new { photo }) })).Status);
        var file = await client.GetByteArrayAsync($"{at}/file");

        // Into another house altogether.
        using var other = new ServerFixture();
        using var there = other.CreateClient();
        var (response, card) = await there.Import(file);
        Assert.Equal(HttpStatusCode.Created, response.StatusCode);
        Assert.Equal(Heights(await client.GetByteArrayAsync($"{at}/ground.asc")), Heights(await there.GetByteArrayAsync($"/api/builds/{card["id"]}/ground.asc")));
        Assert.Equal("image/jpeg", (await there.GetAsync($"/api/pictures/{photo.pictureId}")).Content.Headers.ContentType!.MediaType);

        var shelf = (await there.Get("/api/builds")).AsArray().Count;
        var files = JsonNode.Parse(BuildZips.Document(file))!["files"]!.AsArray();
        Assert.Equal([$"heights/{files[0]!["path"]!.GetValue<string>()[8..^4]}.asc", $"photos/{photo.pictureId}.jpg"], files.Select(one => one!["path"]!.GetValue<string>()));
        foreach (var path in files.Select(one => one!["path"]!.GetValue<string>()))
        {
            Assert.Equal(HttpStatusCode.BadRequest, (await there.Import(BuildZips.Changed(file, path, text => text.Insert(text.Length / 2, "7")))).Response.StatusCode);
            Assert.Equal(HttpStatusCode.BadRequest, (await there.Import(BuildZips.Changed(file, path, _ => null))).Response.StatusCode);
        }

        // The JSON alone, with its list of files and without.
        var without = JsonNode.Parse(BuildZips.Document(file))!;
        Assert.Equal(HttpStatusCode.BadRequest, (await there.PostText("/api/builds/import", without.ToJsonString())).Response.StatusCode);
        without.AsObject().Remove("files");
        using var third = new ServerFixture();
        using var bare = third.CreateClient();
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await bare.PostText("/api/builds/import", without.ToJsonString())).Response.StatusCode);
        Assert.Equal(shelf, (await there.Get("/api/builds")).AsArray().Count);
    }

    [Fact]
    public async Task Ground_brought_in_survives_a_restart_and_is_undone_like_any_step()
    {
        var folder = Directory.CreateTempSubdirectory("ink-basin-test-").FullName;
        string at;
        double[] heights;
        using (var first = ServerFixture.On(folder, demo: false))
        {
            using var client = first.CreateClient();
            at = await client.Begin();
            await Lay(client, at, (await Send(client, $"{at}/grids?format=asc&length=mm", Hills)).Body, 1, "one");
            heights = Heights(await client.GetByteArrayAsync($"{at}/ground.asc"));
        }

        using (var second = ServerFixture.On(folder, demo: false))
        {
            using var client = second.CreateClient();
            Assert.Equal(heights, Heights(await client.GetByteArrayAsync($"{at}/ground.asc")));
            await client.Post($"{at}/undo", new { version = 2 });
            Assert.All(Heights(await client.GetByteArrayAsync($"{at}/ground.asc")), height => Assert.Equal(25, height));
            await client.Post($"{at}/redo", new { version = 3 });
            Assert.Equal(heights, Heights(await client.GetByteArrayAsync($"{at}/ground.asc")));
        }

        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task What_to_cut_and_mix_follows_the_ground()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        var made = await client.Get($"{at}/making");

        // 25 mm of foam on 200 × 100: two sheets of 20, the upper one as large as the lower.
        Assert.Equal(2, made["foam"]!["layers"]!.AsArray().Count);
        Assert.Equal(200 * 100 * 40 / 1000.0, made["foam"]!["volumeMl"]!.GetValue<double>(), 6);
        Assert.Equal(200 * 100 * 25 / 1000.0, made["foamMl"]!.GetValue<double>(), 6);
        Assert.Single(made["foam"]!["sheets"]!.AsArray());
        Assert.Equal(0, made["skin"]!["mixes"]!.GetValue<int>());
    }

    [Fact]
    public async Task Templates_go_out_as_drawings_of_every_sheet_and_as_pages()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        Assert.Contains("viewBox", await client.GetStringAsync($"{at}/templates/2.svg"), StringComparison.Ordinal);
        Assert.StartsWith("%PDF", Encoding.Latin1.GetString(await client.GetByteArrayAsync($"{at}/templates.pdf?paper=letter"))[..8], StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await client.GetAsync($"{at}/templates/3.svg")).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await client.GetAsync($"{at}/templates.pdf?paper=A3")).StatusCode);
        await client.Post($"{at}/edits", new { version = 1, edit = Remove("recipe", "foam") });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await client.GetAsync($"{at}/templates.pdf")).StatusCode);
    }

    [Fact]
    public async Task A_photo_is_kept_and_only_pictures_are_given_out()
    {
        using var client = server.CreateClient();
        var (status, kept) = await Send(client, "/api/pictures", Picture());
        Assert.Equal((HttpStatusCode.OK, 40, 20), (status, kept["widthPx"]!.GetValue<int>(), kept["heightPx"]!.GetValue<int>()));
        Assert.Equal(kept.ToJsonString(), (await Send(client, "/api/pictures", Picture())).Body.ToJsonString());
        Assert.Equal(HttpStatusCode.BadRequest, (await Send(client, "/api/pictures", Encoding.ASCII.GetBytes("no picture"))).Status);
        Assert.Equal(HttpStatusCode.BadRequest, (await Send(client, "/api/pictures", [])).Status);
        var at = await client.Begin();
        var (_, grid) = await Send(client, $"{at}/grids?format=asc&length=mm", Hills);
        Assert.Equal(HttpStatusCode.NotFound, (await client.GetAsync($"/api/pictures/{grid["step"]!["gridId"]}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await client.GetAsync("/api/pictures/none")).StatusCode);
    }

    [Fact]
    public async Task The_mirror_answers_for_an_eye_in_metres_and_refuses_one_under_water()
    {
        using var client = server.CreateClient();
        var quay = (await client.Get("/api/builds")).AsArray().Single(card => card!["name"]!.GetValue<string>() == "Sallow Quay")!;
        var at = $"/api/builds/{quay["id"]}";
        var water = (await client.Get(at))["build"]!["waters"]![0]!;
        var (status, seen) = await client.Post($"{at}/mirror", new { waterId = water["id"]!.GetValue<string>(), eye = new { xMm = 560, yMm = 420 }, eyeM = 1.6 });
        Assert.True(status == HttpStatusCode.OK, seen.ToJsonString());
        Assert.Equal(water["waterlineMm"]!.GetValue<double>() + (1600 / 76.0), seen["view"]!["eyeMm"]!.GetValue<double>(), 6);
        Assert.InRange(seen["view"]!["groundSharePercent"]!.GetValue<double>(), 1, 100);
        Assert.NotEmpty(seen["notice"]!["sentence"]!.GetValue<string>());
        Assert.Equal(HttpStatusCode.BadRequest, (await client.Post($"{at}/mirror", new { waterId = water["id"]!.GetValue<string>(), eye = new { xMm = 560, yMm = 420 }, eyeM = -1 })).Status);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await client.Post($"{at}/mirror", new { waterId = "none", eye = new { xMm = 560, yMm = 420 }, eyeM = 1.6 })).Status);
    }

    [Fact]
    public async Task A_pour_runs_in_pictures_that_lose_nothing_and_end_as_one_pour_does()
    {
        using var client = server.CreateClient();
        var quay = (await client.Get("/api/builds")).AsArray().Single(card => card!["name"]!.GetValue<string>() == "Sallow Quay")!;
        var at = $"/api/builds/{quay["id"]}";
        object[] pours = [new { at = new { xMm = 215, yMm = 85 }, volumeMl = 30 }, new { at = new { xMm = 300, yMm = 266 }, volumeMl = 1500 }];
        var (status, frames) = await client.Post($"{at}/pour", new { pours, frames = 12 });
        Assert.True(status == HttpStatusCode.OK, frames.ToJsonString());
        Assert.Equal(12, frames.AsArray().Count);
        foreach (var frame in frames.AsArray())
        {
            var standing = frame!["pools"]!.AsArray().Sum(pool => pool!["volumeMl"]!.GetValue<double>());
            Assert.Equal(frame["pouredMl"]!.GetValue<double>(), standing + frame["runOffMl"]!.GetValue<double>(), 1e-3);
        }

        var last = frames.AsArray()[^1]!;
        Assert.True(last["runOffMl"]!.GetValue<double>() > 100);
        var (_, whole) = await client.Post($"{at}/pour", new { pours, frames = 1 });
        Assert.Equal(whole[0]!["runOffMl"]!.GetValue<double>(), last["runOffMl"]!.GetValue<double>(), 1e-6);
        Assert.Equal(HttpStatusCode.BadRequest, (await client.Post($"{at}/pour", new { pours = Array.Empty<object>(), frames = 1 })).Status);
        Assert.Equal(HttpStatusCode.BadRequest, (await client.Post($"{at}/pour", new { pours, frames = 1000 })).Status);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await client.Post($"{at}/pour", new { pours = new[] { new { at = new { xMm = -5, yMm = 3 }, volumeMl = 3 } }, frames = 1 })).Status);
    }

    // What is kept whole and is no grid is a fault of who asks, not of the data.
    [Fact]
    public async Task A_picture_laid_down_as_ground_is_refused_and_changes_nothing()
    {
        using var client = server.CreateClient();
        var at = await client.Begin("Picture as ground");
        string pictureId;
        using (var scope = server.Services.CreateScope()) pictureId = await scope.ServiceProvider.GetRequiredService<AttachmentStore>().KeepAsync([0xFF, 0xD8, 0xFF, 1, 2, 3]);
        var step = new { kind = "existingGround", id = "picture", name = "Picture", gridId = pictureId, leftMm = 0, backMm = 0, widthMm = 100, lowestMm = 5 };
        var (status, said) = await client.Post($"{at}/edits", new { version = 1, edit = Add("recipe", step, 1) });
        Assert.True(status == HttpStatusCode.BadRequest, $"{status} {said.ToJsonString()}");
        Assert.Equal(1, (await client.Get(at))["version"]!.GetValue<int>());
    }

    [Fact]
    public async Task Two_sections_are_laid_against_each_other_and_one_takes_the_others_profile()
    {
        using var client = server.CreateClient();
        var (mine, theirs) = (await client.Begin("Lower"), await client.Begin("Upper"));
        var hill = new { kind = "ridge", id = "hill", name = "Hill", enabled = true, points = new[] { new { xMm = 0, yMm = 70 } }, heightMm = 9, widthMm = 80 };
        await client.Post($"{theirs}/edits", new { version = 1, edit = Add("recipe", hill, 1) });
        var neighbour = new { id = "n", buildId = theirs.Split('/')[^1], side = "right", theirSide = "left", offsetMm = 0, slipMm = 0 };
        await client.Post($"{mine}/edits", new { version = 1, edit = Add("neighbours", neighbour) });
        var joint = (await client.Get($"{mine}/joints"))[0]!["joint"]!["is"]!;
        Assert.Equal("Upper", joint["theirName"]!.GetValue<string>());
        Assert.InRange(joint["greatestMm"]!.GetValue<double>(), 7, 9);
        Assert.InRange(joint["greatestAtMm"]!.GetValue<double>(), 65, 75);
        var step = joint["takeTheirs"]!.DeepClone();
        step["kind"] = "edgeProfile";
        Assert.Equal(HttpStatusCode.OK, (await client.Post($"{mine}/edits", new { version = 2, edit = Add("recipe", step, 1) })).Status);
        Assert.Equal(0, (await client.Get($"{mine}/joints"))[0]!["joint"]!["is"]!["greatestMm"]!.GetValue<double>(), 6);

        // A section that is gone is told at its joint, and the others are laid all the same.
        await client.Edit(mine, Add("neighbours", new { id = "gone", buildId = Guid.NewGuid(), side = "left", theirSide = "right" }, 0));
        var both = await client.Get($"{mine}/joints");
        Assert.Null(both[0]!["joint"]!["is"]);
        Assert.Contains("not on the shelf", both[0]!["joint"]!["stop"]!["sentence"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.NotNull(both[1]!["joint"]!["is"]);
    }

    [Fact]
    public async Task The_shelves_hold_plasters_and_stand_ins()
    {
        using var client = server.CreateClient();
        Assert.True((await client.Get("/api/stores/plasters")).AsArray().Count >= 4);
        var things = (await client.Get("/api/stores/stand-ins")).AsArray();
        Assert.Superset(new HashSet<string> { "Figures", "Vehicles", "Trees", "Bridges", "Boats", "Track" }, things.Select(thing => thing!["group"]!.GetValue<string>()).ToHashSet());
    }

    // A small picture such as a maker might bring.
    private static byte[] Picture()
    {
        using var image = new SixLabors.ImageSharp.Image<SixLabors.ImageSharp.PixelFormats.Rgb24>(40, 20);
        using var file = new MemoryStream();
        SixLabors.ImageSharp.ImageExtensions.SaveAsPng(image, file);
        return file.ToArray();
    }

    private sealed class NearEnough(double tolerance) : IEqualityComparer<double>
    {
        public bool Equals(double x, double y) => Math.Abs(x - y) <= tolerance;

        public int GetHashCode(double obj) => 0;
    }
}
