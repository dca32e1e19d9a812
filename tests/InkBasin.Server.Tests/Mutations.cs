using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace InkBasin.Server.Tests;

/// <summary>What may be written in place of something, well formed and yet extreme: for tests that send whatever there is.</summary>
internal static class Mutations
{
    private static readonly double[] Numbers = [0, -1, 1e-9, 0.001, 0.02, 0.05, 0.5, 1, 2, 5, 8.0001, 23.004, 23.0098, 45, 50, 95, 100, 180, 499, 500, 999, 1500, 3000, 9999, 1e6, 1e9, 1e12, -500, -1e12];
    private static readonly string[] Dates = ["9999-12-30T19:00:00+00:00", "0001-01-01T00:00:00+00:00", "1900-01-01T00:00:00+00:00", "2999-12-31T23:00:00+00:00", "9999-12-31T23:59:59+00:00", "2027-03-02T08:00:00+14:00"];

    /// <summary>How many of something are tried: what the environment asks for, otherwise a few.</summary>
    public static int Tried(string name, int always) => int.TryParse(Environment.GetEnvironmentVariable(name), CultureInfo.InvariantCulture, out var many) ? many : always;

    /// <summary>One or two of its fields, with something in them changed.</summary>
    public static JsonObject Changed(Random random, JsonObject item)
    {
        var fields = new JsonObject();
        for (var k = random.Next(1, 3); k > 0; k--)
        {
            List<string> names = [.. item.Select(field => field.Key).Where(name => name is not ("id" or "kind"))];
            var name = names[random.Next(names.Count)];
            fields[name] = Other(random, item[name]);
        }

        return fields;
    }

    /// <summary>Changes something within it, at any depth.</summary>
    public static void Change(Random random, JsonNode whole)
    {
        switch (whole)
        {
            case JsonObject { Count: > 0 } record:
                var name = record.ElementAt(random.Next(record.Count)).Key;
                if (record[name] is JsonObject or JsonArray && random.Next(6) > 0) Change(random, record[name]!);
                else if (random.Next(12) == 0) record.Remove(name);
                else record[name] = Other(random, record[name]);
                break;
            case JsonArray { Count: > 0 } list:
                var at = random.Next(list.Count);
                if (list[at] is JsonObject or JsonArray && random.Next(6) > 0) Change(random, list[at]!);
                else list[at] = Other(random, list[at]);
                break;
        }
    }

    private static JsonNode? Other(Random random, JsonNode? value)
    {
        switch (value)
        {
            case JsonObject or JsonArray when random.Next(5) > 0:
                var copy = value.DeepClone();
                Change(random, copy);
                return copy;
            case JsonArray list:
                return random.Next(3) switch
                {
                    0 => new JsonArray(),
                    1 => new JsonArray([.. list.Concat(list).Concat(list).Select(item => item?.DeepClone())]),
                    _ => new JsonArray([.. list.Reverse().Select(item => item?.DeepClone())]),
                };
            case JsonValue number when number.GetValueKind() == JsonValueKind.Number:
                return random.Next(4) == 0 ? number.GetValue<double>() * (random.NextDouble() * 3) : Numbers[random.Next(Numbers.Length)];
            case JsonValue word when word.GetValueKind() == JsonValueKind.String:
                if (DateTimeOffset.TryParse(word.GetValue<string>(), CultureInfo.InvariantCulture, out _))
                {
                    // A day stays a day.
                    var date = Dates[random.Next(Dates.Length)];
                    return word.GetValue<string>().Length == "2027-03-02".Length ? date[.."2027-03-02".Length] : date;
                }

                string?[] words = ["", "x", null, new string('n', 90), "equalVolume", "fewest", "sealFirst", "uv-resin", "one-part-water", "deep-pour", "polyester", "umber", word.GetValue<string>()];
                return words[random.Next(words.Length)];
            case JsonValue truth when truth.GetValueKind() is JsonValueKind.True or JsonValueKind.False:
                return !truth.GetValue<bool>();
            default:
                return random.Next(3) switch { 0 => null, 1 => JsonValue.Create(Numbers[random.Next(Numbers.Length)]), _ => JsonValue.Create(Dates[random.Next(Dates.Length)]) };
        }
    }

    /// <summary>Changes any one value of all there are: what has many parts is changed as often as it has.</summary>
    public static void ChangeAny(Random random, JsonNode whole)
    {
        List<(JsonNode Parent, string? Name, int At)> all = [];
        void Gather(JsonNode? node)
        {
            if (node is JsonObject record)
            {
                foreach (var (name, value) in record)
                {
                    all.Add((record, name, 0));
                    Gather(value);
                }
            }
            else if (node is JsonArray list)
            {
                foreach (var (at, value) in list.Index())
                {
                    all.Add((list, null, at));
                    Gather(value);
                }
            }
        }

        Gather(whole);
        var (parent, name, at) = all[random.Next(all.Count)];
        if (name is null) parent[at] = random.Next(3) == 0 ? null : Other(random, parent[at]);
        else if (random.Next(12) == 0) ((JsonObject)parent).Remove(name);
        else parent[name] = Other(random, parent[name]);
    }
}
