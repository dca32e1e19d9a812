using System.Globalization;
using System.Reflection;
using System.Text.RegularExpressions;
using System.Xml.Linq;

namespace InkBasin.Core.Tests.Builds;

/// <summary>What the description of a setting says it may be is what it may be: each range written as "20…3000" is tried at both ends and beyond them ("over 0…300" begins beyond its first).</summary>
public partial class WrittenRangesTests
{
    [GeneratedRegex(@"(?<over>over )?(?<from>[-−]?\d[\d,]*(\.\d+)?)…(?<to>[-−]?\d[\d,]*(\.\d+)?)")]
    private static partial Regex Range { get; }

    private static readonly XDocument Written = XDocument.Load(Path.ChangeExtension(typeof(RefusedException).Assembly.Location, ".xml"));

    // One of each kind of thing that checks itself: what a sample build with every step has in it, or what is made of its defaults alone.
    private static readonly Dictionary<Type, object> Things = Found();

    // Of what is right as it is: the parameters of its record, and its other properties.
    public static TheoryData<string, string, double, double, bool> Ranges()
    {
        var ranges = new TheoryData<string, string, double, double, bool>();
        foreach (var type in typeof(RefusedException).Assembly.GetExportedTypes().Where(type => Things.TryGetValue(type, out var it) && RefusedField(it) is null))
        {
            var parameters = Written.Descendants("member").Where(member => member.Attribute("name")!.Value == $"T:{type.FullName}").Elements("param").Select(param => (Name: param.Attribute("name")!.Value, Said: param.Value));
            var properties = type.GetProperties().Select(property => (property.Name, Said: Written.Descendants("member").FirstOrDefault(member => member.Attribute("name")!.Value == $"P:{type.FullName}.{property.Name}")?.Element("summary")?.Value ?? ""));
            foreach (var (name, said) in parameters.Concat(properties).Where(one => Range.IsMatch(one.Said)).DistinctBy(one => one.Name))
            {
                var range = Range.Match(said);
                if (type.GetProperty(name) is { } property && IsNumber(property)) ranges.Add(type.FullName!, name, Number(range.Groups["from"].Value), Number(range.Groups["to"].Value), range.Groups["over"].Success);
            }
        }

        return ranges;
    }

    [Theory]
    [MemberData(nameof(Ranges))]
    public void Both_ends_may_be_and_nothing_beyond_them(string typeName, string name, double from, double to, bool over)
    {
        var type = typeof(RefusedException).Assembly.GetType(typeName)!;
        var property = type.GetProperty(name)!;
        var field = $"it.{char.ToLowerInvariant(name[0])}{name[1..]}";
        var whole = (Nullable.GetUnderlyingType(property.PropertyType) ?? property.PropertyType) == typeof(int);
        var beyond = whole ? 1 : 0.001 * Math.Max(1, Math.Abs(to - from));
        foreach (var value in (double[])[over ? from + 1e-6 : from, to]) Assert.NotEqual(field, Refused(value));
        if (over) Assert.Equal(field, Refused(from));
        foreach (var value in (double[])[from - Math.Min(beyond, whole ? 1 : Math.Max(1e-6, Math.Abs(from) / 100)), to + beyond]) Assert.Equal(field, Refused(value));

        string? Refused(double value)
        {
            var it = Copy(Things[type]);
            property.SetValue(it, whole ? (object)(int)value : value);
            return RefusedField(it);
        }
    }

    [Fact]
    public void They_are_found() => Assert.True(Ranges().Count >= 100, $"{Ranges().Count} ranges found in the descriptions.");

    private static bool IsNumber(PropertyInfo property) => (Nullable.GetUnderlyingType(property.PropertyType) ?? property.PropertyType) is var type && property.CanWrite && (type == typeof(double) || type == typeof(int));

    private static string? RefusedField(object it)
    {
        try
        {
            Check(it.GetType())!.Invoke(it, ["it"]);
            return null;
        }
        catch (TargetInvocationException told) when (told.InnerException is RefusedException refused)
        {
            return refused.Field;
        }
    }

    private static double Number(string text) => double.Parse(text.Replace("−", "-", StringComparison.Ordinal).Replace(",", "", StringComparison.Ordinal), CultureInfo.InvariantCulture);

    private static MethodInfo? Check(Type type) => type.GetMethod("Check", [typeof(string)]) is { IsStatic: false } check ? check : null;

    private static Dictionary<Type, object> Found()
    {
        var (found, seen) = (new Dictionary<Type, object>(), new HashSet<object>(ReferenceEqualityComparer.Instance));
        Walk(new object[] { Samples.Creek, Ground.RandomRecipe.EveryStep(new Random(7), 130, 100), Core.Plan.Stores.Examples });
        foreach (var type in typeof(RefusedException).Assembly.GetExportedTypes())
        {
            if (!found.ContainsKey(type) && Check(type) is not null && Made(type) is { } made) found[type] = made;
        }

        return found;

        void Walk(object? at)
        {
            if (at is null or string || at.GetType().IsPrimitive || at.GetType().IsEnum || !seen.Add(at)) return;
            if (at is System.Collections.IEnumerable all)
            {
                foreach (var one in all) Walk(one);
                return;
            }

            var type = at.GetType();
            if (type.Assembly != typeof(RefusedException).Assembly) return;
            if (Check(type) is not null && RefusedField(at) is null) found.TryAdd(type, at);
            foreach (var property in type.GetProperties().Where(property => property.CanWrite && property.GetIndexParameters().Length == 0)) Walk(property.GetValue(at));
        }
    }

    private static object Copy(object it) => it.GetType().GetMethod("<Clone>$") is { } clone ? clone.Invoke(it, null)! : it;

    private static object? Made(Type type) => type is { IsAbstract: false, IsGenericType: false } && type.GetConstructors().OrderBy(made => made.GetParameters().Length).FirstOrDefault(made => made.GetParameters().All(parameter => parameter.HasDefaultValue)) is { } constructor
        ? constructor.Invoke([.. constructor.GetParameters().Select(parameter => parameter.DefaultValue)])
        : null;
}
