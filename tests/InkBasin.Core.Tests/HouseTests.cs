using System.Reflection;
using System.Text.Json.Serialization;
using System.Text.RegularExpressions;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests;

/// <summary>The house keeps its order: it is written down once, in docs/house.md, and read from there.</summary>
public partial class HouseTests
{
    private static string Root { get; } = Up(AppContext.BaseDirectory);

    private static string House { get; } = File.ReadAllText(Path.Combine(Root, "docs", "house.md"));

    private static string Up(string folder) =>
        File.Exists(Path.Combine(folder, "InkBasin.slnx")) ? folder : Up(Path.GetDirectoryName(folder) ?? throw new DirectoryNotFoundException("No InkBasin.slnx above the tests."));

    [GeneratedRegex(@"^using (?:static )?InkBasin\.Core\.(\w+)|\b(?:Core|InkBasin\.Core)\.(\w+)\.[A-Z]", RegexOptions.Multiline)]
    private static partial Regex Uses();

    [GeneratedRegex(@"from '(\.[^']+)'")]
    private static partial Regex Imports();

    // The line after a mark: names in their order, with spaces, commas or points between.
    private static List<string> Order(string mark)
    {
        var line = House.Split('\n').SkipWhile(line => !line.Contains(mark, StringComparison.Ordinal)).Skip(1).First(line => line.Length > 0);
        return [.. line.Split([' ', ',', '·', '`'], StringSplitOptions.RemoveEmptyEntries)];
    }

    private static IEnumerable<string> Sources(string folder, string pattern) =>
        Directory.EnumerateFiles(folder, pattern, SearchOption.AllDirectories).Where(file => !file.Contains($"{Path.DirectorySeparatorChar}obj{Path.DirectorySeparatorChar}", StringComparison.Ordinal) && !file.Contains($"{Path.DirectorySeparatorChar}bin{Path.DirectorySeparatorChar}", StringComparison.Ordinal));

    [Fact]
    public void Each_folder_of_Core_knows_only_those_before_it()
    {
        var core = Path.Combine(Root, "src", "InkBasin.Core");
        var order = Order("<!-- order of Core -->");
        Assert.Equal(Directory.GetDirectories(core).Select(folder => Path.GetFileName(folder)!).Where(name => name is not ("bin" or "obj")).Order(), order.Order());
        var wrong = new List<string>();
        foreach (var file in Sources(core, "*.cs"))
        {
            var own = Path.GetFileName(Path.GetDirectoryName(file))!;
            var rank = order.IndexOf(own);
            foreach (Match use in Uses().Matches(File.ReadAllText(file)))
            {
                var other = order.IndexOf(use.Groups[1].Value + use.Groups[2].Value);
                if (other >= 0 && other > rank) wrong.Add($"{own}/{Path.GetFileName(file)} knows {order[other]}");
            }
        }

        Assert.Empty(wrong.Distinct());
    }

    [Fact]
    public void Each_folder_of_the_browser_knows_only_those_before_it()
    {
        var web = Path.Combine(Root, "src", "web", "src");
        var order = Order("<!-- order of the browser -->");
        var wrong = new List<string>();
        foreach (var file in Sources(web, "*.ts*"))
        {
            var own = FolderOf(web, file);
            foreach (Match import in Imports().Matches(File.ReadAllText(file)))
            {
                var other = FolderOf(web, Path.GetFullPath(Path.Combine(Path.GetDirectoryName(file)!, import.Groups[1].Value)));
                if (own == "" || other == own) continue;
                Assert.Contains(own, order);
                if (order.IndexOf(other) >= order.IndexOf(own)) wrong.Add($"{Path.GetRelativePath(web, file)} knows {other}");
            }
        }

        Assert.Empty(wrong.Distinct());
    }

    // A stage is a folder of its own.
    private static string FolderOf(string web, string file)
    {
        var parts = Path.GetRelativePath(web, file).Split(Path.DirectorySeparatorChar);
        return parts.Length == 1 ? "" : parts[0] == "stages" ? $"stages/{parts[1]}" : parts[0];
    }

    [Fact]
    public void Files_are_read_in_one_sitting_and_Plan_only_puts_together()
    {
        var core = Path.Combine(Root, "src", "InkBasin.Core");
        Assert.Empty(Sources(core, "*.cs").Where(file => File.ReadLines(file).Count() > 400).Select(Path.GetFileName));
        Assert.InRange(Sources(Path.Combine(core, "Plan"), "*.cs").Sum(file => File.ReadLines(file).Count()), 1, 1500);
        const BindingFlags Own = BindingFlags.Public | BindingFlags.Instance | BindingFlags.DeclaredOnly;
        Assert.Empty(typeof(BuildPlan).Assembly.GetTypes().Where(type => type.IsPublic && type.Namespace == typeof(BuildPlan).Namespace && type.GetProperties(Own).Length > 15).Select(type => type.Name));
    }

    // A kind of step is written once on each floor; this says where a new one is missing.
    [Fact]
    public void Every_kind_of_step_stands_in_the_table_of_each_floor()
    {
        var words = typeof(GroundStep).GetCustomAttributes<JsonDerivedTypeAttribute>().ToDictionary(kind => kind.DerivedType, kind => (string)kind.TypeDiscriminator!);
        Assert.Equal(typeof(GroundStep).Assembly.GetTypes().Where(type => !type.IsAbstract && type.IsSubclassOf(typeof(GroundStep))).Select(type => type.Name).Order(), words.Keys.Select(type => type.Name).Order());
        Missing(words.Values, "src/web/src/sheet/stepKinds.ts", word => $"\n  {word}: {{");
        Missing(words.Values, "src/web/src/stages/ground/stepNumbers.ts", word => $"\n  {word}: [");
        Missing(words.Values, "docs/build-file.md", word => $"`{word}`");
    }

    [Fact]
    public void Every_kind_of_product_stands_in_the_tables_that_tell_of_it()
    {
        var words = Enum.GetNames<ProductKind>().Select(name => typeof(ProductKind).GetField(name)!.GetCustomAttribute<JsonStringEnumMemberNameAttribute>()!.Name).ToList();
        Assert.All(Enum.GetValues<ProductKind>(), kind => Assert.NotNull(KindTraits.Of(kind)));
        Missing(words, "docs/build-file.md", word => $"`{word}`");
    }

    [Fact]
    public void Every_list_of_a_build_is_told_of_in_the_account_of_its_file() =>
        Missing(BuildJson.Options.GetTypeInfo(typeof(Build)).Properties.Select(field => field.Name), "docs/build-file.md", name => $"`{name}`");

    // What a plan answers is worked out in the folder of its subject and shown to the maker: this says which answer is not, or not any more.
    [Theory]
    [InlineData(typeof(WaterPlan))]
    [InlineData(typeof(BuildPlan))]
    public void Every_answer_of_a_plan_has_its_row_its_folder_and_a_place_where_it_is_shown(Type plan)
    {
        var web = Path.Combine(Root, "src", "web", "src");
        foreach (var aspect in plan.GetProperties(BindingFlags.Public | BindingFlags.Instance))
        {
            var name = char.ToLowerInvariant(aspect.Name[0]) + aspect.Name[1..];
            if (SubjectOf(aspect.PropertyType) is not { } subject) continue;
            var row = Regex.Match(House, $@"^\| `{name}` \| `{subject}` \| `([^`]+)` \|$", RegexOptions.Multiline);
            Assert.True(row.Success, $"docs/house.md has no row for `{name}` of `{subject}`.");
            Assert.Matches($@"\b{name}\b", File.ReadAllText(Path.Combine(web, row.Groups[1].Value)));
        }
    }

    // The folder a type lives in; null for what belongs to no subject (an id, notices, workings).
    private static string? SubjectOf(Type type)
    {
        while (type.IsGenericType) type = type.GetGenericArguments()[^1];
        var space = type.Namespace!;
        return space.StartsWith("InkBasin.Core.", StringComparison.Ordinal) ? space["InkBasin.Core.".Length..] : null;
    }

    [GeneratedRegex(@"models\.md (§\d+[a-z]?)")]
    private static partial Regex Cited();

    [Fact]
    public void Every_section_the_code_cites_is_there()
    {
        var cited = Sources(Path.Combine(Root, "src"), "*.cs").SelectMany(file => Cited().Matches(File.ReadAllText(file)).Select(match => match.Groups[1].Value)).Distinct().ToList();
        Assert.True(cited.Count > 8);
        var headings = string.Join(' ', File.ReadLines(Path.Combine(Root, "docs", "models.md")).Where(line => line.StartsWith("## ", StringComparison.Ordinal)));
        Assert.DoesNotContain(cited, section => !headings.Contains($"{section} ", StringComparison.Ordinal));

        // One number is one section.
        Assert.Empty(Numbered().Matches(headings).Select(match => match.Value).CountBy(section => section).Where(section => section.Value > 1).Select(section => section.Key));
    }

    [GeneratedRegex(@"§\d+[a-z]?")]
    private static partial Regex Numbered();

    [GeneratedRegex(@"\b(Notice\.Of|new Notice)\(")]
    private static partial Regex Says();

    // A notice is a kind, a standing and its numbers; its sentence is made in one place a subject, and what decides does not word it.
    [Fact]
    public void Sentences_are_made_in_the_notices_of_their_subject()
    {
        string[] making = [.. Sources(Path.Combine(Root, "src"), "*.cs").Where(file => Says().IsMatch(File.ReadAllText(file))).Select(file => Path.GetFileName(file))];
        Assert.True(making.Length > 15);
        Assert.DoesNotContain(making, name => !name.EndsWith("Notices.cs", StringComparison.Ordinal) && name is not ("Notice.cs" or "Answer.cs"));
    }

    private static void Missing(IEnumerable<string> words, string file, Func<string, string> written)
    {
        var text = File.ReadAllText(Path.Combine(Root, file));
        var missing = words.Where(word => !text.Contains(written(word), StringComparison.Ordinal)).ToList();
        Assert.True(missing.Count == 0, $"{file} says nothing of {string.Join(", ", missing)}.");
    }
}
