using System.Text.Json.Nodes;

namespace InkBasin.Formats;

/// <summary>
/// Builds and edits of older versions, made into ones of today's as they are read: files, rows of the store and their undo lists. Works on what is written,
/// whatever that is: what is damaged stays damaged, and its reader says so.
/// </summary>
public static class BuildUpgrade
{
    /// <summary>Today's version of what is written.</summary>
    public const int Current = 3;

    // 3 changed nothing within a build: its heights and pictures went out of its JSON and lie beside it.

    /// <summary>Brings a build up to date, in place.</summary>
    /// <param name="build">The build as written.</param>
    /// <param name="version">The version it was written in.</param>
    public static void ToCurrent(JsonNode? build, int version)
    {
        if (version < 2 && build is JsonObject one) ToTwo(one);
    }

    /// <summary>An edit brought up to date.</summary>
    /// <param name="edit">The edit as written.</param>
    /// <param name="version">The version it was written in.</param>
    public static JsonNode? EditToCurrent(JsonNode? edit, int version) => version < 2 && edit is JsonObject one ? EditToTwo(one) : edit;

    // 2: dams and joints have ids; of two readings of one moment the later one stays.
    private static void ToTwo(JsonObject build)
    {
        Number(build["dams"], "dam");
        Number(build["neighbours"], "joint");
        LastOfEachMoment(build, "roomLog");
        if (build["drying"] is JsonObject drying) LastOfEachMoment(drying, "weighings");
    }

    private static void Number(JsonNode? list, string noun)
    {
        if (list is not JsonArray items) return;
        for (var i = 0; i < items.Count; i++)
        {
            if (items[i] is JsonObject item && !item.ContainsKey("id")) item["id"] = $"{noun}-{i + 1}";
        }
    }

    private static void LastOfEachMoment(JsonObject owner, string name)
    {
        if (owner[name] is not JsonArray items) return;
        var last = new Dictionary<DateTimeOffset, JsonNode>();
        foreach (var item in items)
        {
            // What has no moment is for the reader to complain of.
            if (item is not JsonObject { } reading || reading["at"] is not JsonValue at || !at.TryGetValue(out DateTimeOffset moment)) return;
            last[moment] = item;
        }

        if (last.Count == items.Count) return;
        owner[name] = new JsonArray([.. items.Where(item => last.ContainsValue(item!)).Select(item => item!.DeepClone())]);
    }

    private static JsonObject EditToTwo(JsonObject edit)
    {
        var kind = edit["kind"] is JsonValue value && value.TryGetValue(out string? word) ? word : "";
        JsonNode? Of(string name) => edit[name]?.DeepClone();
        JsonObject SetOnBuild(string field) => new() { ["kind"] = "set", ["list"] = null, ["id"] = null, ["fields"] = new JsonObject { [field] = Of(field) } };
        JsonObject Back(string list, JsonNode? items, string? noun = null)
        {
            if (noun is not null) Number(items, noun);
            return new() { ["kind"] = "restore", ["list"] = list, ["items"] = items };
        }

        JsonObject Both(string label, params JsonNode[] edits) => new() { ["kind"] = "together", ["label"] = label, ["edits"] = new JsonArray(edits) };
        JsonObject Add(string list, string item) => new() { ["kind"] = "add", ["list"] = list, ["item"] = Of(item), ["index"] = Of("index") };
        JsonObject Remove(string list) => new() { ["kind"] = "remove", ["list"] = list, ["id"] = Of("id") };
        JsonObject Within(string made, string field, string? item)
        {
            var within = new JsonObject { ["kind"] = made, ["list"] = "recipe", ["id"] = Of("id"), ["field"] = field };
            if (item is not null) within["item"] = Of(item);
            return within;
        }

        JsonObject Replace(string list, string item)
        {
            var fields = Of(item) as JsonObject ?? [];
            var id = fields["id"]?.DeepClone();
            fields.Remove("id");
            fields.Remove("kind");
            return new() { ["kind"] = "set", ["list"] = list, ["id"] = id, ["fields"] = fields };
        }

        return kind switch
        {
            "rename" => SetOnBuild("name"),
            "setScale" => SetOnBuild("scale"),
            "setBoard" => SetOnBuild("board"),
            "setMeasuring" => SetOnBuild("measuring"),
            "setPhoto" => SetOnBuild("photo"),
            "setMaking" => SetOnBuild("making"),
            "setRoom" => SetOnBuild("room"),
            "setCare" => SetOnBuild("care"),
            "setDams" => Back("dams", Of("dams"), "dam"),
            "setNeighbours" => Back("neighbours", Of("neighbours"), "joint"),
            "setRoomLog" => Back("roomLog", Of("readings")),
            "setDrying" when edit["drying"] is JsonObject drying => Both(
                "Change when it was plastered",
                new JsonObject { ["kind"] = "set", ["list"] = null, ["id"] = null, ["fields"] = new JsonObject { ["drying"] = new JsonObject { ["plasteredAt"] = drying["plasteredAt"]?.DeepClone() } } },
                Back("drying.weighings", drying["weighings"]?.DeepClone())),
            "addOperation" => Add("recipe", "operation"),
            "removeOperation" => Remove("recipe"),
            "replaceOperation" => Replace("recipe", "operation"),
            "moveOperation" => new() { ["kind"] = "move", ["list"] = "recipe", ["id"] = Of("id"), ["index"] = Of("index") },
            "addStroke" => Within("append", "items", "stroke"),
            "removeStroke" => Within("takeLast", "items", null),
            "addSounding" => Within("append", "soundings", "sounding"),
            "removeSounding" => Within("takeLast", "soundings", null),
            "addWater" => Add("waters", "water"),
            "removeWater" => Remove("waters"),
            "replaceWater" => Replace("waters", "water"),
            "addStandIn" => Add("standIns", "standIn"),
            "removeStandIn" => Remove("standIns"),
            "replaceStandIn" => Replace("standIns", "standIn"),
            "addDrowned" => Add("drowned", "thing"),
            "removeDrowned" => Remove("drowned"),
            "replaceDrowned" => Replace("drowned", "thing"),
            "addWaterTest" => Add("waterTests", "test"),
            "removeWaterTest" => Remove("waterTests"),
            "restorePours" => Both("Put pours and answers back", Back("begun", Of("begun")), Back("answers", Of("answers"))),
            "logPour" when edit.ContainsKey("result") => new() { ["kind"] = "logPour", ["pourId"] = Of("pourId"), ["fields"] = Of("result") },
            "together" when edit["edits"] is JsonArray edits => new() { ["kind"] = "together", ["label"] = Of("label"), ["edits"] = new JsonArray([.. edits.Select(one => one is JsonObject inner ? EditToTwo(inner) : one?.DeepClone())]) },
            _ => (JsonObject)edit.DeepClone(),
        };
    }
}
