using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using static InkBasin.Server.Tests.Edits;

namespace InkBasin.Server.Tests;

/// <summary>Tints of the maker's own, on the shelf and in builds.</summary>
public class TintTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static string Word(JsonNode? node) => node!.GetValue<string>();

    private static object Wedge(string seen = "#8d8250") => new
    {
        mlPer100Ml = 0.1,
        readings = new[]
        {
            new { depthMm = 1, bed = "#f0f0f0", colour = "#d8d4b8" },
            new { depthMm = 3, bed = "#f0f0f0", colour = "#b3ab7a" },
            new { depthMm = 6, bed = "#f0f0f0", colour = seen },
            new { depthMm = 3, bed = "#191919", colour = "#24231d" },
        },
    };

    [Fact]
    public async Task A_tint_is_looked_at_kept_inked_with_and_goes_with_the_builds_file()
    {
        using var client = server.CreateClient();
        var (status, look) = await client.Post("/api/stores/tints/look", new { name = "Weed", kind = "acrylicInk", wedge = Wedge() });
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(4, look["readings"]!.AsArray().Count);
        Assert.True(look["tint"]!["fitDeltaE"]!.GetValue<double>() < 10);

        var (made, tint) = await client.Post("/api/stores/tints", new { name = "Weed", kind = "acrylicInk", likeId = "olive" });
        Assert.Equal(HttpStatusCode.Created, made);
        var id = Word(tint["id"]);
        Assert.Equal(id, Word((await client.Get("/api/stores/tints"))[0]!["id"]));

        // A stand-in is inked with, and the plan says that nobody measured it.
        var at = await client.Copy("Sallow Quay");
        var water = Word((await client.Get(at))["build"]!["waters"]![0]!["id"]);
        JsonNode Ink(JsonNode answer) => answer["plan"]!["waters"]![0]!["ink"]!;
        var inked = Ink(await client.Edit(at, Set("waters", water, new { ink = new { tintId = id, mlPer100Ml = 0.1, shades = Array.Empty<object>() } })));
        Assert.Contains(inked["cautions"]!.AsArray(), caution => Word(caution).Contains("Weed has no wedge yet", StringComparison.Ordinal));
        var before = Word(inked["inHand"]![0]!["puddle"]!["hex"]);

        // Measured, the water looks otherwise and the caution is gone.
        using (var put = await client.PutAsJsonAsync($"/api/stores/tints/{id}", new { name = "Weed", kind = "acrylicInk", wedge = Wedge("#5a4a10") })) Assert.Equal(HttpStatusCode.OK, put.StatusCode);
        inked = Ink(await client.Get(at));
        Assert.DoesNotContain(inked["cautions"]!.AsArray(), caution => Word(caution).Contains("no wedge", StringComparison.Ordinal));
        Assert.NotEqual(before, Word(inked["inHand"]![0]!["puddle"]!["hex"]));
        Assert.Equal("#5a4a10", Word((await client.Get($"/api/stores/tints/{id}/label"))["wedge"]!["readings"]![2]!["colour"]));

        // Its label goes with the build's file, and comes back with it where the shelf has it no more.
        var file = await client.GetByteArrayAsync(new Uri($"{at}/file", UriKind.Relative));
        Assert.Equal("Weed", Word(JsonNode.Parse(BuildZips.Document(file))!["tints"]![id]!["name"]));
        using (var removed = await client.DeleteAsync($"/api/stores/tints/{id}")) Assert.Equal(HttpStatusCode.NoContent, removed.StatusCode);
        Assert.DoesNotContain((await client.Get("/api/stores/tints")).AsArray(), one => Word(one!["id"]) == id);
        Assert.Contains((await client.Get(at))["plan"]!["waters"]![0]!["notices"]!.AsArray(), notice => Word(notice!["kind"]) == "noTint");
        Assert.Equal(HttpStatusCode.Created, (await client.Import(file)).Response.StatusCode);
        Assert.Contains((await client.Get("/api/stores/tints")).AsArray(), one => Word(one!["id"]) == id);
        using (var removed = await client.DeleteAsync($"/api/stores/tints/{id}")) Assert.Equal(HttpStatusCode.NoContent, removed.StatusCode);
        await client.Post($"/api/stores/tints/{id}/restore", new { });
        Assert.Contains((await client.Get("/api/stores/tints")).AsArray(), one => Word(one!["id"]) == id);
    }

    [Fact]
    public async Task What_cannot_be_is_refused_with_its_place()
    {
        using var client = server.CreateClient();
        var (status, problem) = await client.Post("/api/stores/tints/look", new { name = "Weed", kind = "powder" });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Contains("step wedge", Word(problem["detail"]), StringComparison.Ordinal);
        (status, problem) = await client.Post("/api/stores/tints", new { name = "Weed", kind = "powder", wedge = new { mlPer100Ml = 0.1, readings = new[] { new { depthMm = 1, bed = "white", colour = "#808080" } } } });
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.NotNull(problem["errors"]!["tint.wedge.readings[0].bed"]);
        using var shipped = await client.DeleteAsync("/api/stores/tints/olive");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, shipped.StatusCode);
        using var unknown = await client.GetAsync(new Uri("/api/stores/tints/nothing/label", UriKind.Relative));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, unknown.StatusCode);
    }

    // The wire form is read as it is described, apart from the one that writes it.
    [Fact]
    public async Task A_waters_picture_has_its_bed_and_a_picture_for_each_layer()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        var before = (await client.Get(at))["plan"]!["waters"]![0]!;
        Assert.False(before["look"]!["varies"]!.GetValue<bool>());
        var id = Word(before["id"]);
        var after = await client.Edit(at, new { kind = "append", list = "waters", id, field = "bedStrokes", item = new { colour = "#ff0000", widthMm = 500, path = new[] { new { xMm = 200, yMm = 120 } } } });
        Assert.True(after["plan"]!["waters"]![0]!["look"]!["varies"]!.GetValue<bool>());
        var bytes = await client.GetByteArrayAsync(new Uri($"{at}/waters/{id}/picture", UriKind.Relative));
        Assert.Equal("IBWP", Encoding.ASCII.GetString(bytes, 0, 4));
        int Int(int place) => BitConverter.ToInt32(bytes, 4 + (place * 4));
        var (columns, rows, layers) = (Int(2), Int(3), Int(4));
        Assert.Equal(after["plan"]!["waters"]![0]!["layers"]!["is"]!["layers"]!.AsArray().Count, layers);
        var from = 24 + (layers * 4);
        Assert.Equal(from + ((layers + 1) * columns * rows * 4), bytes.Length);
        var wet = Enumerable.Range(0, columns * rows).Where(cell => bytes[from + (cell * 4) + 3] == 255).ToList();
        Assert.NotEmpty(wet);
        Assert.Contains(wet, cell => bytes[from + (cell * 4)] == 255 && bytes[from + (cell * 4) + 1] == 0);

        // Taken off again it is one colour a depth.
        Assert.False((await client.Edit(at, new { kind = "takeLast", list = "waters", id, field = "bedStrokes" }))["plan"]!["waters"]![0]!["look"]!["varies"]!.GetValue<bool>());
        using var none = await client.GetAsync(new Uri($"{at}/waters/nothing/picture", UriKind.Relative));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, none.StatusCode);
    }
}
