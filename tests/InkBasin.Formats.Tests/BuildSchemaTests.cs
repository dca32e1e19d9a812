using System.IO.Compression;
using System.Text.Json.Nodes;
using System.Xml.Linq;
using InkBasin.Core.Builds;
using Json.Schema;

namespace InkBasin.Formats.Tests;

/// <summary>docs/build-file.schema.json says what is written, by an outside validator's judgement; INKBASIN_WRITE_SCHEMA=1 writes it anew.</summary>
public class BuildSchemaTests
{
    private static readonly string Kept = Path.Combine(Root(), "docs", "build-file.schema.json");

    private static readonly JsonSchema Schema = JsonSchema.FromFile(Kept);

    private static string Root()
    {
        var at = new DirectoryInfo(AppContext.BaseDirectory);
        while (at is not null && !File.Exists(Path.Combine(at.FullName, "InkBasin.slnx"))) at = at.Parent;
        return at!.FullName;
    }

    private static JsonNode Document(byte[] file)
    {
        using var zip = new ZipArchive(new MemoryStream(file));
        using var from = zip.GetEntry("build.json")!.Open();
        return JsonNode.Parse(from)!;
    }

    private static bool Valid(JsonNode document) => Schema.Evaluate(document).IsValid;

    [Fact]
    public void It_is_what_the_program_reads_and_writes_today()
    {
        var now = BuildSchema.Write(new[] { typeof(Build), typeof(BuildFile) }.Select(type => XDocument.Load(Path.ChangeExtension(type.Assembly.Location, ".xml"))));
        if (Environment.GetEnvironmentVariable("INKBASIN_WRITE_SCHEMA") is not null) File.WriteAllText(Kept, now);
        Assert.Equal(now, File.ReadAllText(Kept).ReplaceLineEndings("\n"));
    }

    [Fact]
    public void Every_export_is_valid()
    {
        foreach (var name in BuildFileTests.Demos.Select(one => (string)one.Data))
        {
            var build = BuildFile.Read(Laden.Demo(name)).Build;
            Assert.True(Valid(Document(BuildZip.Write(Laden.Id, build, Laden.Day))), name);
        }

        var (laden, attachments) = Laden.Build();
        Assert.True(Valid(Document(Laden.File3(laden, attachments))));
    }

    [Fact]
    public void What_the_program_refuses_to_read_the_schema_refuses_too()
    {
        var (build, attachments) = Laden.Build();
        var whole = Document(Laden.File3(build, attachments));
        void Refuses(Action<JsonNode> change)
        {
            var changed = whole.DeepClone();
            change(changed);
            Assert.False(Valid(changed), changed.ToJsonString()[..300]);
        }

        Refuses(one => one["build"]!["colour"] = 3);
        Refuses(one => one["build"]!["scale"] = "76");
        Refuses(one => one["build"]!["waters"]![0]!.AsObject().Remove("seed"));
        Refuses(one => one["build"]!["waters"]![0]!["strategy"] = "guess");
        Refuses(one => one["build"]!["recipe"]![0]!["kind"] = "lava");
        Refuses(one => one["files"]![0]!.AsObject().Remove("sha256"));
    }

    [Fact]
    public void It_says_the_units_and_ranges_the_code_says()
    {
        var text = File.ReadAllText(Kept);
        Assert.Contains("Level of the finished surface, mm over the board, −500…1000.", text, StringComparison.Ordinal);
        Assert.Contains("Scale ratio N of 1:N, 1…2000.", text, StringComparison.Ordinal);
    }
}
