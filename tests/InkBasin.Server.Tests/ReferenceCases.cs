using System.Globalization;
using System.Net;
using System.Text.Json.Nodes;

namespace InkBasin.Server.Tests;

/// <summary>The reference cases, sent to the running server and compared as their file says.</summary>
public class ReferenceCases(ServerFixture server) : IClassFixture<ServerFixture>
{
    public static TheoryData<string, int, string> Cases()
    {
        var cases = new TheoryData<string, int, string>();
        foreach (var file in Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "reference"), "*.json").Order())
        {
            var list = JsonNode.Parse(File.ReadAllText(file))!.AsArray();
            for (var i = 0; i < list.Count; i++) cases.Add(Path.GetFileName(file), i, list[i]!["name"]!.GetValue<string>());
        }

        return cases;
    }

    [Theory]
    [MemberData(nameof(Cases))]
    public async Task Agrees(string file, int index, string name)
    {
        var path = Path.Combine(AppContext.BaseDirectory, "reference", file);
        var one = JsonNode.Parse(await File.ReadAllTextAsync(path))!.AsArray()[index]!;
        using var client = server.CreateClient();
        var (response, body) = await client.PostText(one["route"]!.GetValue<string>(), one["request"]!.ToJsonString());
        var expect = one["expect"]!.AsObject();
        if (expect["$status"] is { } wanted) Check(JsonValue.Create((int)response.StatusCode), wanted, name);
        else Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        foreach (var (where, want) in expect)
        {
            if (where != "$status") Check(Dig(body, where), want!, $"{name}: {where}");
        }
    }

    private static JsonNode? Dig(JsonNode? node, string where)
    {
        foreach (var key in where.Split('.'))
        {
            node = node switch
            {
                JsonArray list when key == "length" => JsonValue.Create(list.Count),
                JsonArray list => list[int.Parse(key, CultureInfo.InvariantCulture) is var i && i < 0 ? list.Count + i : i],
                JsonObject record when record.ContainsKey(key) => record[key],
                _ => throw new Xunit.Sdk.XunitException($"{where} is not in the answer."),
            };
        }

        return node;
    }

    private static void Check(JsonNode? got, JsonNode want, string where)
    {
        if (want.AsObject().ContainsKey("equals"))
        {
            Assert.True(JsonNode.DeepEquals(got, want["equals"]), $"{where} is {got?.ToJsonString() ?? "null"}, not {want["equals"]?.ToJsonString() ?? "null"}");
            return;
        }

        var value = double.Parse(got!.ToJsonString(), CultureInfo.InvariantCulture);
        if (want["value"]?.GetValue<double>() is { } near)
        {
            var slack = (want["abs"]?.GetValue<double>() ?? 0) + ((want["rel"]?.GetValue<double>() ?? 0) * Math.Abs(near));
            Assert.True(Math.Abs(value - near) <= slack, $"{where} is {value}, expected {near} ± {slack}");
        }

        if (want["min"]?.GetValue<double>() is { } least) Assert.True(value >= least, $"{where} is {value}, expected at least {least}");
        if (want["max"]?.GetValue<double>() is { } most) Assert.True(value <= most, $"{where} is {value}, expected at most {most}");
    }
}
