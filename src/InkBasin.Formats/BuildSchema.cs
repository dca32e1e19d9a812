using System.Reflection;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using InkBasin.Core.Builds;

namespace InkBasin.Formats;

/// <summary>The JSON Schema (2020-12) of <c>build.json</c>, made from the records that are read and written, with what their documentation says of units and ranges.</summary>
public static partial class BuildSchema
{
    private static readonly JsonSerializerOptions Lines = new() { WriteIndented = true, Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>Writes it.</summary>
    /// <param name="documentation">The compiler's documentation files of the assemblies the records are of.</param>
    public static string Write(IEnumerable<XDocument> documentation)
    {
        ArgumentNullException.ThrowIfNull(documentation);
        var members = documentation.SelectMany(one => one.Descendants("member")).ToDictionary(one => (string)one.Attribute("name")!);
        var schema = (JsonObject)BuildJson.Options.GetJsonSchemaAsNode(typeof(BuildDocument), new JsonSchemaExporterOptions
        {
            TreatNullObliviousAsNonNullable = true,
            TransformSchemaNode = (context, node) =>
            {
                if (node is not JsonObject one) return node;
                if (Description(context, members) is { } words) one.Insert(0, "description", words);
                return one;
            },
        });
        schema["properties"]!["format"] = new JsonObject { ["const"] = BuildFile.FormatName };
        schema["properties"]!["formatVersion"] = new JsonObject { ["const"] = BuildUpgrade.Current };
        schema.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.Insert(1, "title", "Ink Basin build file");
        return schema.ToJsonString(Lines) + "\n";
    }

    // A property has its own words, or those its record gives the parameter it is made by.
    private static string? Description(JsonSchemaExporterContext context, Dictionary<string, XElement> members)
    {
        if (context.PropertyInfo is not { AttributeProvider: MemberInfo { DeclaringType: { } owner } member }) return null;
        var words = members.GetValueOrDefault($"P:{owner.FullName?.Replace('+', '.')}.{member.Name}")?.Element("summary")
            ?? members.GetValueOrDefault($"T:{owner.FullName?.Replace('+', '.')}")?.Elements("param").FirstOrDefault(one => (string?)one.Attribute("name") == member.Name);
        return words is null ? null : Gaps().Replace(string.Concat(words.Nodes().Select(Said)), " ").Trim();
    }

    private static string Said(XNode node) => node switch
    {
        XText text => text.Value,
        XElement { Name.LocalName: "see" } see => ((string?)see.Attribute("cref") ?? (string?)see.Attribute("langword") ?? "").Split('.', ':')[^1],
        XElement element => element.Value,
        _ => "",
    };

    [GeneratedRegex("\\s+")]
    private static partial Regex Gaps();
}
