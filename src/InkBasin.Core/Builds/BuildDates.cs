using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;

namespace InkBasin.Core.Builds;

/// <summary>The dates in a build, found by their type wherever they lie.</summary>
public static class BuildDates
{
    private static readonly ConcurrentDictionary<Type, bool> WithDates = new();

    /// <summary>The build with every date moved by so many days, at the same time by its own clock.</summary>
    public static Build Moved(Build build, int days)
    {
        ArgumentNullException.ThrowIfNull(build);
        var zone = Clock.Zone(build.TimeZone);
        return days == 0 ? build : (Build)Moved((object)build, at => Clock.AddDays(at, days, zone))!;
    }

    /// <summary>The build as if made in a zone: what was written as seven in the evening is seven in the evening there.</summary>
    public static Build MadeIn(Build build, TimeZoneInfo zone)
    {
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(zone);
        return (Build)Moved((object)(build with { TimeZone = zone.Id }), at => Clock.Wall(at.DateTime, zone))!;
    }

    private static object? Moved(object? value, Func<DateTimeOffset, DateTimeOffset> move)
    {
        switch (value)
        {
            case null: return null;
            case DateTimeOffset at: return move(at);

            case DateOnly date: return date.AddDays(DaysMoved(date, move));
            case string: return value;
            case IEnumerable items when ElementOf(value.GetType()) is { } element:
                if (!HasDates(element)) return value;
                object?[] moved = [.. items.Cast<object?>().Select(item => Moved(item, move))];
                var list = Array.CreateInstance(element, moved.Length);
                for (var i = 0; i < moved.Length; i++) list.SetValue(moved[i], i);
                return list;
        }

        if (!HasDates(value.GetType())) return value;
        var copy = value.GetType().GetMethod("<Clone>$")!.Invoke(value, null)!;
        foreach (var property in Fields(value.GetType()))
        {
            if (HasDates(property.PropertyType)) property.SetValue(copy, Moved(property.GetValue(value), move));
        }

        return copy;
    }

    // A whole day goes by whole days: neither another zone (up to 14 h) nor a change of the clocks (an hour) is one.
    private static int DaysMoved(DateOnly date, Func<DateTimeOffset, DateTimeOffset> move)
    {
        var noon = new DateTimeOffset(date.ToDateTime(new TimeOnly(12, 0)), TimeSpan.Zero);
        var days = (move(noon) - noon).TotalDays;
        return Math.Sign(days) * (int)Math.Floor(Math.Abs(days) + 0.1);
    }

    // Only what is written down is moved: what follows from other fields follows again.
    private static IEnumerable<PropertyInfo> Fields(Type type) => type.GetProperties(BindingFlags.Public | BindingFlags.Instance).Where(property => property.CanWrite && property.GetIndexParameters().Length == 0);

    // Told only when it is known: another thread must not take a type still being looked at for one without dates.
    private static bool HasDates(Type type) => WithDates.TryGetValue(type, out var known) ? known : WithDates[type] = HasDates(type, []);

    private static bool HasDates(Type type, HashSet<Type> within)
    {
        // A type within itself adds nothing.
        if (!within.Add(type)) return false;
        var plain = Nullable.GetUnderlyingType(type) ?? type;
        if (plain == typeof(DateTimeOffset) || plain == typeof(DateOnly)) return true;
        if (ElementOf(plain) is { } element) return HasDates(element, within);
        return plain.Assembly == typeof(BuildDates).Assembly
            && (Fields(plain).Any(property => HasDates(property.PropertyType, within)) || (plain.IsAbstract && plain.Assembly.GetTypes().Any(kind => kind.IsSubclassOf(plain) && HasDates(kind, within))));
    }

    private static Type? ElementOf(Type type) =>
        type == typeof(string) ? null
        : type.IsArray ? type.GetElementType()
        : type.GetInterfaces().Append(type).FirstOrDefault(one => one.IsGenericType && one.GetGenericTypeDefinition() == typeof(IEnumerable<>))?.GetGenericArguments()[0];
}
