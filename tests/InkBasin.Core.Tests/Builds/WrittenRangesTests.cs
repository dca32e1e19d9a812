using System.Globalization;
using System.Reflection;
using System.Text.RegularExpressions;
using System.Xml.Linq;

namespace InkBasin.Core.Tests.Builds;

/// <summary>What the description of a setting says it may be is what it may be: each range written as "20…3000" is tried at both ends and beyond them.</summary>
public partial class WrittenRangesTests
{
    [GeneratedRegex(@"(?<from>[-−]?\d[\d,]*(\.\d+)?)…(?<to>[-−]?\d[\d,]*(\.\d+)?)")]
    private static partial Regex Range { get; }

    private static readonly XDocument Written = XDocument.Load(Path.ChangeExtension(typeof(RefusedException).Assembly.Location, ".xml"));

    // Of what can be made of its defaults alone, checks itself, and is right as it is made: the parameters of its record, and its other properties.
    public static TheoryData<string, string, double, double> Ranges()
    {
        var ranges = new TheoryData<string, string, double, double>();
        foreach (var type in typeof(RefusedException).Assembly.GetExportedTypes().Where(type => Check(type) is not null && Made(type) is { } it && RefusedField(it) is null))
        {
            var parameters = Written.Descendants("member").Where(member => member.Attribute("name")!.Value == $"T:{type.FullName}").Elements("param").Select(param => (Name: param.Attribute("name")!.Value, Said: param.Value));
            var properties = type.GetProperties().Select(property => (property.Name, Said: Written.Descendants("member").FirstOrDefault(member => member.Attribute("name")!.Value == $"P:{type.FullName}.{property.Name}")?.Element("summary")?.Value ?? ""));
            foreach (var (name, said) in parameters.Concat(properties).Where(one => Range.IsMatch(one.Said)).DistinctBy(one => one.Name))
            {
                var range = Range.Match(said);
                if (type.GetProperty(name) is { } property && IsNumber(property)) ranges.Add(type.FullName!, name, Number(range.Groups["from"].Value), Number(range.Groups["to"].Value));
            }
        }

        return ranges;
    }

    [Theory]
    [MemberData(nameof(Ranges))]
    public void Both_ends_may_be_and_nothing_beyond_them(string typeName, string name, double from, double to)
    {
        var type = typeof(RefusedException).Assembly.GetType(typeName)!;
        var property = type.GetProperty(name)!;
        var field = $"it.{char.ToLowerInvariant(name[0])}{name[1..]}";
        var whole = (Nullable.GetUnderlyingType(property.PropertyType) ?? property.PropertyType) == typeof(int);
        var beyond = whole ? 1 : 0.001 * Math.Max(1, Math.Abs(to - from));
        foreach (var value in (double[])[from, to]) Assert.NotEqual(field, Refused(value));
        foreach (var value in (double[])[from - Math.Min(beyond, whole ? 1 : Math.Max(1e-6, Math.Abs(from) / 100)), to + beyond]) Assert.Equal(field, Refused(value));

        string? Refused(double value)
        {
            var it = Made(type)!;
            property.SetValue(it, whole ? (object)(int)value : value);
            return RefusedField(it);
        }
    }

    [Fact]
    public void They_are_found() => Assert.True(Ranges().Count >= 20, $"{Ranges().Count} ranges found in the descriptions.");

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

    private static object? Made(Type type) => type is { IsAbstract: false, IsGenericType: false } && type.GetConstructors().OrderBy(made => made.GetParameters().Length).FirstOrDefault(made => made.GetParameters().All(parameter => parameter.HasDefaultValue)) is { } constructor
        ? constructor.Invoke([.. constructor.GetParameters().Select(parameter => parameter.DefaultValue)])
        : null;
}
