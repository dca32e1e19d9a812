using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using InkBasin.Core.Builds;
using InkBasin.Core.Ink;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Formats;

namespace InkBasin.Server.Tests;

/// <summary>
/// What is kept in Stores can be read and planned with: whatever label, bottle, good or size is put down, changed or taken in with a list, the answer is a refusal, or
/// Stores and every build open with it and it can be taken off again. How many are tried is taken from INKBASIN_KEPT; a few are tried always.
/// </summary>
public sealed class KeptInStoresTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    // These always answer.
    private static readonly string[] Always = ["products", "tints", "bottles", "cupboard", "stock.csv"];

    private static readonly SheetDraft Label = new("Clear two to one", ProductKind.CastingEpoxy)
    {
        Ratio = new MixRatio(2, 1, RatioBasis.Volume),
        DensityA = 1.1,
        DensityB = 1,
        LeastLayerMm = 2,
        GreatestLayerMm = 12,
        MaxBatchG = 500,
        PotLifeMin = 40,
        PotLifeMassG = 100,
        GelH = 8,
        RecoatFromH = 16,
        RecoatToH = 48,
        DemouldH = 24,
        FullCureH = 96,
        ReferenceC = 23,
        WorkFromC = 18,
        WorkToC = 30,
        MixedViscosityMPaS = 600,
        ShrinkPercent = 1,
        TolerancePercent = 3,
        TintLimitPercent = 3,
        StirMin = 3,
        HeatJPerG = 350,
        InitialCatalysis = 0.02,
        ActivationKJPerMol = 55,
        UnopenedMonths = 12,
        OpenedMonths = 6,
        SafetyNote = "Gloves.",
    };

    private static readonly TintLabel Ink = new("Weed", TintKind.AcrylicInk)
    {
        DropMl = 0.04,
        DensityGPerMl = 1.1,
        StickMlPerMm = 0.02,
        LikeId = "olive",
        Wedge = new StepWedge(0.1, [new(1, "#f0f0f0", "#d8d4b8"), new(3, "#f0f0f0", "#b3ab7a"), new(6, "#f0f0f0", "#8d8250"), new(3, "#191919", "#24231d")]) { Grey = new GreyPatch("#787674", "#767676") },
    };

    private static readonly DateOnly BoughtOn = new(2027, 3, 1), OpenedOn = new(2027, 4, 2);

    // Where it is put down, and what.
    private static readonly (string Where, object What)[] Put =
    [
        ("products", Label),
        ("products", Label),
        ("products", Label with { Kind = ProductKind.Polyester, Ratio = new MixRatio(100, 2, RatioBasis.Weight) }),
        ("products", new SheetDraft("Ready water", ProductKind.OnePartWater) { DryH = 24, GreatestLayerMm = 3, LeastLayerMm = 1, DensityA = 1.02, UnopenedMonths = 24, OpenedMonths = 12, ShrinkPercent = 25 }),
        ("products", new SheetDraft("Lamp resin", ProductKind.UvResin) { FlashSeconds = 60, GreatestLayerMm = 2, TackFreeH = 1 }),
        ("tints", Ink),
        ("tints", Ink with { Wedge = null }),
        ("bottles", new { productId = "coating-epoxy", oneG = 500, twoG = 250, boughtOn = BoughtOn, openedOn = OpenedOn, price = 40 }),
        ("bottles", new { productId = "one-part-water", oneG = 500, twoG = (double?)null, boughtOn = BoughtOn, openedOn = (DateOnly?)null, price = 40 }),
        ("goods", new Good("x", GoodKind.Tint, "Blue-green", 20) { TintId = "blue-green", Full = 30, Price = 4, BoughtOn = BoughtOn, OpenedOn = OpenedOn, KeepsUntil = OpenedOn.AddYears(1) }),
        ("goods", new Good("x", GoodKind.Cup, "Cups", 20) { Shape = new Cup(50, 60, 90), Full = 30, Price = 4, BoughtOn = BoughtOn }),
        ("goods", new Good("x", GoodKind.Foam, "Foam", 2) { ThicknessMm = 30, Full = 3, Price = 9, BoughtOn = BoughtOn }),
        ("goods", new Good("x", GoodKind.Plaster, "Plaster", 900) { Full = 1000, Price = 9, BoughtOn = BoughtOn, OpenedOn = OpenedOn, KeepsUntil = OpenedOn.AddMonths(3) }),
        ("packs", new Pack("x", "coating-epoxy", 500, 250, 30)),
    ];

    private static string Word(JsonNode? node) => node!.GetValue<string>();

    [Fact]
    public async Task Whatever_is_put_into_Stores_is_refused_or_everything_opens_with_it()
    {
        using var client = server.CreateClient();
        var (brought, body) = await client.PostText("/api/builds/import", Encoding.UTF8.GetString(BuildFile.Write(SmallBoard.Furnished, new DateOnly(2027, 5, 14))));
        Assert.Equal(HttpStatusCode.Created, brought.StatusCode);
        var at = $"/api/builds/{body["id"]}";
        var kept = new Dictionary<string, int>();
        for (var k = 0; k < Mutations.Tried("INKBASIN_KEPT", 60); k++)
        {
            var random = new Random(k);
            var (where, what) = Put[k % Put.Length];
            var sent = JsonSerializer.SerializeToNode(what, BuildJson.Options)!;
            Mutations.ChangeAny(random, sent);
            var before = await IdsAsync(client, where);
            if (!await TakenAsync(() => client.PostAsJsonAsync($"/api/stores/{where}", sent), k, sent)) continue;
            kept[where] = kept.GetValueOrDefault(where) + 1;
            List<string> ids = [.. (await IdsAsync(client, where)).Except(before)];
            await UsedAsync(client, at, where, ids, k, sent);

            // Changed where it stands, and it is the same again.
            foreach (var id in ids)
            {
                var other = await ReadAsync(client, where, id);
                Mutations.ChangeAny(random, other);
                if (await TakenAsync(() => client.PutAsJsonAsync($"/api/stores/{where}/{id}", other), k, other)) await UsedAsync(client, at, where, [id], k, other);
                if (where is not ("bottles" or "goods")) continue;
                var fields = Mutations.Changed(random, (JsonObject)await ReadAsync(client, where, id));
                if (await TakenAsync(() => client.PatchAsJsonAsync($"/api/stores/{where}/{id}", fields), k, fields)) await UsedAsync(client, at, where, [id], k, fields);
            }

            foreach (var id in ids)
            {
                using var off = await client.DeleteAsync($"/api/stores/{where}/{id}");
                Assert.True(off.StatusCode == HttpStatusCode.NoContent, $"{k}: {off.StatusCode} when {id} was taken off");
            }
        }

        Assert.Equal(["bottles", "goods", "packs", "products", "tints"], kept.Keys.Order());
    }

    // What is not on them is never changed.
    [Fact]
    public void Of_a_label_every_line_is_filled_in_somewhere()
    {
        Assert.All(typeof(SheetDraft).GetProperties(), line => Assert.Contains(Put, one => one.What is SheetDraft label && line.GetValue(label) is not null));
        Assert.All(typeof(TintLabel).GetProperties(), line => Assert.NotNull(line.GetValue(Ink)));
        Assert.All(typeof(Good).GetProperties(), line => Assert.Contains(Put, one => one.What is Good good && (line.Name == nameof(Good.PriceEach) || line.GetValue(good) is not null)));
    }

    private static async Task<bool> TakenAsync(Func<Task<HttpResponseMessage>> send, int number, JsonNode what)
    {
        using var answer = await Opened.TimedAsync(send, number, what);
        Assert.True((int)answer.StatusCode < 500, $"{number}: {answer.StatusCode} to {what.ToJsonString()}");
        return answer.IsSuccessStatusCode;
    }

    private static async Task<IReadOnlyList<string>> IdsAsync(HttpClient client, string where) => where switch
    {
        "bottles" => [.. (await client.Get("/api/stores/bottles")).AsArray().Select(card => Word(card!["bottle"]!["id"]))],
        "goods" => [.. Goods(await client.Get("/api/stores/cupboard?standing=true")).Select(good => Word(good!["id"]))],
        "packs" => [.. (await client.Get("/api/stores/cupboard?standing=true"))["packs"]!.AsArray().Select(pack => Word(pack!["id"]))],
        _ => [.. (await client.Get($"/api/stores/{where}")).AsArray().Select(one => Word(one!["id"]))],
    };

    private static IEnumerable<JsonNode?> Goods(JsonNode cupboard) => cupboard["cupboard"]!["goods"]!.AsArray().Select(line => line!["good"]).Where(good => good is not null);

    private static async Task<JsonNode> ReadAsync(HttpClient client, string where, string id) => (where switch
    {
        "bottles" => (await client.Get("/api/stores/bottles")).AsArray().Select(card => card!["bottle"]).Single(bottle => Word(bottle!["id"]) == id)!,
        "goods" => Goods(await client.Get("/api/stores/cupboard?standing=true")).Single(good => Word(good!["id"]) == id)!,
        "packs" => (await client.Get("/api/stores/cupboard?standing=true"))["packs"]!.AsArray().Single(pack => Word(pack!["id"]) == id)!,
        _ => await client.Get($"/api/stores/{where}/{id}/label"),
    }).DeepClone();

    // Everything that shows Stores, and a build poured with it, inked with it, and brought in again with it.
    private static async Task UsedAsync(HttpClient client, string at, string where, List<string> ids, int number, JsonNode what)
    {
        Assert.NotEmpty(ids);
        foreach (var part in Always) await Opened.AnswersAsync(client, $"/api/stores/{part}", number, what, mayRefuse: false);
        Assert.Empty((await client.Get("/api/stores/troubles")).AsArray());
        Assert.All((await TakenInAgainAsync(client)).AsArray(), change => Assert.Equal("same", Word(change!["kind"])));
        object? use = where switch
        {
            "products" => new { productId = ids[0] },
            "tints" => new { ink = new { tintId = ids[0], mlPer100Ml = 0.1, shades = Array.Empty<object>() } },
            _ => null,
        };
        if (use is null)
        {
            await Opened.OpensAsync(client, at, number, what);
            return;
        }

        var version = (await client.Get(at))["version"]!.GetValue<int>();
        var (status, _) = await client.Post($"{at}/edits", new { version, edit = Edits.Set("waters", "p", use) });
        Assert.True((int)status < 500, $"{number}: {status} to a water with {what.ToJsonString()}");
        if (status != HttpStatusCode.OK) return;
        await Opened.OpensAsync(client, at, number, what);
        if (where == "products") await Opened.AnswersAsync(client, $"/api/stores/products/{ids[0]}/doubts", number, what, mayRefuse: false);
        await client.Undo(at);
    }

    private static async Task<JsonNode> TakenInAgainAsync(HttpClient client)
    {
        using var list = new ByteArrayContent(await client.GetByteArrayAsync(new Uri("/api/stores/stock.csv", UriKind.Relative)));
        list.Headers.ContentType = new("application/octet-stream");
        using var answer = await client.PostAsync(new Uri("/api/stores/stock.csv/look", UriKind.Relative), list);
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.StatusCode == HttpStatusCode.OK, text);
        return JsonNode.Parse(text)!;
    }
}
