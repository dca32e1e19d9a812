using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace InkBasin.Server.Tests;

/// <summary>Every route of the open document, sent what it takes with one thing in it spoilt: answered, or refused with a sentence, and never a fault of ours.</summary>
public class SpoiledRequestsTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static readonly string[] Spoilt = ["null", "{}", "[]", "[null]", "[{}]", "\"x\"", "\"\"", "-1", "0", "1e308", "true"];

    private static readonly string[] Words = ["x", "", "-1", "0", "1e308", "NaN", "null"];

    private JsonNode _document = new JsonObject();

    private string _build = "", _water = "";

    [Fact]
    public async Task None_is_a_fault()
    {
        using var client = server.CreateClient();
        _document = await client.Get("/openapi/v1.json");
        _build = (await client.Get("/api/builds")).AsArray().First(card => card!["name"]!.GetValue<string>() == "Sallow Quay")!["id"]!.GetValue<string>();
        _water = (await client.Get($"/api/builds/{_build}"))["build"]!["waters"]![0]!["id"]!.GetValue<string>();
        List<string> faults = [];
        var sent = 0;
        foreach (var (path, methods) in _document["paths"]!.AsObject())
        {
            foreach (var (method, route) in methods!.AsObject())
            {
                foreach (var (address, body) in Requests(path, route!).Distinct())
                {
                    using var request = new HttpRequestMessage(new HttpMethod(method.ToUpperInvariant()), address);
                    if (body is not null) request.Content = new StringContent(body, Encoding.UTF8, "application/json");
                    using var answer = await client.SendAsync(request);
                    sent++;
                    if (answer.IsSuccessStatusCode) continue;
                    var told = (int)answer.StatusCode < 500 && answer.Content.Headers.ContentType?.MediaType == "application/problem+json"
                        ? JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["detail"]?.GetValue<string>()
                        : null;
                    if (string.IsNullOrEmpty(told)) faults.Add($"{method} {address} {body}: {(int)answer.StatusCode}");
                }
            }
        }

        Assert.True(faults.Count == 0, $"{faults.Count} of {sent}:\n{string.Join('\n', faults.Take(40))}");
        Assert.True(sent > 2000, $"{sent} sent");
        using var still = await client.GetAsync($"/api/builds/{_build}");
        Assert.Equal(HttpStatusCode.OK, still.StatusCode);
    }

    [Theory]
    [InlineData("preview", """{"edit":{}}""", "edit.kind")]
    [InlineData("preview", """{"edit":{"kind":"together","label":"Two","edits":[{"kind":"remove","list":"waters","id":"w"},{"list":"waters"}]}}""", "edit.edits[1].kind")]
    [InlineData("preview", """{"edit":{"kind":"add","list":"recipe","item":{"id":"foam","name":"Foam"}}}""", "item.kind")]
    [InlineData("pour", """{"pours":[{"at":{"xMm":10,"yMm":10},"volumeMl":5},null]}""", "pours[1]")]
    public async Task What_lacks_its_kind_or_is_none_is_named_by_its_place(string route, string body, string field)
    {
        using var client = server.CreateClient();
        var (answer, problem) = await client.PostText($"{await client.Begin()}/{route}", body);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        var (at, told) = Assert.Single(problem!["errors"]!.AsObject());
        Assert.Equal(field, at);
        Assert.StartsWith($"{field} is missing", told![0]!.GetValue<string>(), StringComparison.Ordinal);
    }

    // A misspelt field that is let pass is a change that was never made, and nobody is told.
    [Theory]
    [InlineData("""{"version":1,"surprise":2,"edit":{"kind":"set","list":null,"id":null,"fields":{"name":"Other"}}}""", "surprise")]
    [InlineData("""{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{"name":"Other"},"surprise":1}}""", "edit.surprise")]
    [InlineData("""{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{"nmae":"Other"}}}""", "nmae")]
    [InlineData("""{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{"name":"Other","room":{"wormthC":23}}}}""", "room.wormthC")]
    [InlineData("""{"version":1,"edit":{"kind":"add","list":"recipe","item":{"kind":"foamSheet","id":"z","name":"Foam","thicknessMm":5,"thicknessCm":1}}}""", "item.thicknessCm")]
    [InlineData("""{"version":1,"edit":{"kind":"together","label":"Two","edits":[{"kind":"set","list":null,"id":null,"fields":{"name":"Other"}},{"kind":"remove","list":"waters","id":"w","why":"x"}]}}""", "edit.edits[1].why")]
    public async Task A_field_there_is_none_of_is_refused_by_its_name_and_nothing_is_changed(string body, string field)
    {
        using var client = server.CreateClient();
        var build = await client.Begin();
        var before = (await client.Get(build)).ToJsonString();
        var (answer, problem) = await client.PostText($"{build}/edits", body);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        var (at, told) = Assert.Single(problem!["errors"]!.AsObject());
        Assert.Equal(field, at);
        Assert.Equal($"There is nothing called {field.Split('.')[^1]} here.", told![0]!.GetValue<string>());
        Assert.Equal(before, (await client.Get(build)).ToJsonString());
    }

    private IEnumerable<(string Address, string? Body)> Requests(string path, JsonNode route)
    {
        var fields = route["parameters"]?.AsArray().Where(one => one!["in"]!.GetValue<string>() == "query").Select(one => one!["name"]!.GetValue<string>()).ToList() ?? [];
        var address = string.Join('/', path.Split('/').Select(part => part switch
        {
            "{id}" when path.StartsWith("/api/builds", StringComparison.Ordinal) => _build,
            "{waterId}" => _water,
            _ when part.StartsWith('{') => "x",
            _ => part,
        }));
        if (route["requestBody"] is not { } body)
        {
            yield return (address, null);
            foreach (var spoilt in Words) yield return ($"{address}?{string.Join('&', fields.Select(field => $"{field}={spoilt}"))}", null);
            foreach (var field in fields)
                foreach (var spoilt in Words) yield return ($"{address}?{string.Join('&', fields.Select(other => $"{other}={(other == field ? spoilt : "1")}"))}", null);
        }
        else if (body["content"]!["application/json"]?["schema"] is { } schema)
        {
            yield return (address, "");
            yield return (address, "{");
            foreach (var whole in Samples(schema, 0))
            {
                yield return (address, whole?.ToJsonString());
                foreach (var place in Places(whole, []))
                    foreach (var spoilt in Spoilt) yield return (address, With(whole, place, spoilt));
            }
        }
    }

    // What a schema describes, once for each of its kinds.
    private IEnumerable<JsonNode?> Samples(JsonNode schema, int depth)
    {
        if (schema["$ref"] is { } to) schema = _document["components"]!["schemas"]![to.GetValue<string>().Split('/')[^1]]!;
        if (depth > 5) return [null];
        if ((schema["oneOf"] ?? schema["anyOf"]) is JsonArray kinds) return kinds.Where(kind => kind!["type"]?.ToString() != "null").SelectMany(kind => Samples(kind!, depth));
        if (schema["enum"] is JsonArray words) return [words[0]?.DeepClone()];
        var types = schema["type"] switch { JsonArray several => several.Select(one => one!.GetValue<string>()).ToList(), { } one => [one.GetValue<string>()], _ => ["object"] };
        if (types.Contains("object"))
        {
            var whole = new JsonObject();
            var others = new List<JsonNode?>();
            foreach (var (name, property) in schema["properties"]?.AsObject() ?? [])
            {
                var samples = Samples(property!, depth + 1).ToList();
                whole[name] = samples[0]?.DeepClone();

                // Of something with kinds, such as an edit, each is tried in its place.
                if (depth == 0) others.AddRange(samples.Skip(1).Select(other => new JsonObject([new(name, other?.DeepClone())])));
            }

            return [whole, .. others.Select(other =>
            {
                var with = (JsonObject)whole.DeepClone();
                foreach (var (name, value) in other!.AsObject()) with[name] = value?.DeepClone();
                return with;
            })];
        }

        if (types.Contains("array")) return [new JsonArray([.. Samples(schema["items"] ?? new JsonObject(), depth + 1).Select(one => one?.DeepClone())])];
        if (types.Contains("boolean")) return [JsonValue.Create(true)];
        if (types.Contains("number") || types.Contains("integer")) return [JsonValue.Create(1)];
        return [JsonValue.Create(schema["format"]?.GetValue<string>() switch { "uuid" => _build, "date-time" => "2027-05-14T09:30:00+00:00", "date" => "2027-05-14", _ => "x" })];
    }

    // The way to each thing in it, itself first.
    private static IEnumerable<string[]> Places(JsonNode? node, string[] way) => node switch
    {
        JsonObject fields => [way, .. fields.SelectMany(field => Places(field.Value, [.. way, field.Key]))],
        JsonArray { Count: > 0 } items => [way, .. Places(items[0], [.. way, "0"])],
        _ => [way],
    };

    private static string With(JsonNode? whole, string[] place, string spoilt)
    {
        if (place.Length == 0) return spoilt;
        var copy = whole!.DeepClone();
        var at = copy;
        foreach (var step in place.SkipLast(1)) at = at is JsonArray list ? list[int.Parse(step, CultureInfo.InvariantCulture)]! : at[step]!;
        if (at is JsonArray items) items[int.Parse(place[^1], CultureInfo.InvariantCulture)] = JsonNode.Parse(spoilt);
        else at[place[^1]] = JsonNode.Parse(spoilt);
        return copy.ToJsonString();
    }
}
