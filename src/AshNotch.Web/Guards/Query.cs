using System.Diagnostics.CodeAnalysis;
using System.Globalization;
using System.Reflection;
using AshNotch.Core.Log;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Guards;

/// <summary>A parameter of an address that was read, or what is wrong with it in a sentence.</summary>
public interface IQueryValue
{
    /// <summary>What is wrong; null when all is well. A parameter does not know its own name: the sentence goes on from it.</summary>
    string? Wrong { get; }
}

/// <summary>A word of a closed set in an address, such as <c>no-gi</c>.</summary>
public readonly record struct QueryWord<T>(T? Value, string? Wrong) : IQueryValue, IParsable<QueryWord<T>>
    where T : struct, Enum
{
    /// <inheritdoc />
    public static QueryWord<T> Parse(string s, IFormatProvider? provider) =>
        s.Length == 0 ? default
        : Word.TryRead<T>(s, out var value) ? new(value, null)
        : new(null, $"'{Short.Of(s)}' is not one of {string.Join(", ", Word.All<T>())}.");

    /// <summary>Always succeeds: what cannot be read stands in <see cref="Wrong"/>.</summary>
    public static bool TryParse([NotNullWhen(true)] string? s, IFormatProvider? provider, out QueryWord<T> result)
    {
        result = Parse(s ?? "", provider);
        return true;
    }
}

/// <summary>A day in an address, <c>2026-03-03</c>.</summary>
public readonly record struct QueryDay(DateOnly? Value, string? Wrong) : IQueryValue, IParsable<QueryDay>
{
    /// <inheritdoc />
    public static QueryDay Parse(string s, IFormatProvider? provider)
    {
        if (s.Length == 0)
            return default;
        return DateOnly.TryParseExact(s, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date)
            ? new(date, null)
            : new(null, $"'{Short.Of(s)}' is not a date; write it as 2026-03-03.");
    }

    /// <summary>Always succeeds: what cannot be read stands in <see cref="Wrong"/>.</summary>
    public static bool TryParse([NotNullWhen(true)] string? s, IFormatProvider? provider, out QueryDay result)
    {
        result = Parse(s ?? "", provider);
        return true;
    }
}

/// <summary>A whole number of 1 or more in an address.</summary>
public readonly record struct QueryCount(int? Value, string? Wrong) : IQueryValue, IParsable<QueryCount>
{
    private const int Most = 1_000_000;

    /// <inheritdoc />
    public static QueryCount Parse(string s, IFormatProvider? provider) =>
        s.Length == 0 ? default
        : int.TryParse(s, NumberStyles.None, CultureInfo.InvariantCulture, out var value) && value is >= 1 and <= Most ? new(value, null)
        : new(null, $"'{Short.Of(s)}' is not a whole number from 1 to {Most}.");

    /// <summary>Always succeeds: what cannot be read stands in <see cref="Wrong"/>.</summary>
    public static bool TryParse([NotNullWhen(true)] string? s, IFormatProvider? provider, out QueryCount result)
    {
        result = Parse(s ?? "", provider);
        return true;
    }
}

/// <summary>The page that is asked for.</summary>
public sealed record PageQuery
{
    /// <summary>Which page, from 1.</summary>
    [FromQuery(Name = "page")]
    public QueryCount? Number { get; init; }

    /// <summary>How many to a page, at most 200.</summary>
    [FromQuery(Name = "size")]
    public QueryCount? Items { get; init; }

    private const int MostItems = 200;

    /// <summary>The page of a list.</summary>
    /// <param name="all">The whole list.</param>
    /// <param name="read">What an item is answered as.</param>
    /// <param name="usual">How many to a page when that is not said.</param>
    public Paged<TAnswer> Of<T, TAnswer>(IReadOnlyList<T> all, Func<T, TAnswer> read, int usual = 30)
    {
        var (skip, take) = Range(usual);
        return new Paged<TAnswer>([.. all.Skip(skip).Take(take).Select(read)], all.Count, Page, take);
    }

    /// <summary>Which page, from 1.</summary>
    internal int Page => Number?.Value ?? 1;

    /// <summary>How many items to pass over and how many to take.</summary>
    internal (int Skip, int Take) Range(int usual)
    {
        var take = Math.Min(Items?.Value ?? usual, MostItems);
        return ((int)Math.Min(int.MaxValue, (Page - 1L) * take), take);
    }
}

/// <summary>A page of a list.</summary>
/// <param name="Items">What is on it.</param>
/// <param name="Total">How many there are in all.</param>
/// <param name="Page">Which page, from 1.</param>
/// <param name="Size">How many to a page.</param>
public sealed record Paged<T>(IReadOnlyList<T> Items, int Total, int Page, int Size)
{
    /// <summary>What the list holds and could not be read, by name; left out when there is nothing.</summary>
    public IReadOnlyList<string>? Unreadable { get; init; }
}

/// <summary>Refuses requests whose address holds something that cannot be read, before anything is done.</summary>
public static class QueryFaults
{
    /// <summary>Looks at every argument of every endpoint of the group.</summary>
    public static RouteGroupBuilder WithCheckedAddresses(this RouteGroupBuilder group)
    {
        group.AddEndpointFilter(
            async (context, next) =>
            {
                foreach (var (name, value) in context.HttpContext.Request.RouteValues)
                    if (value is string id && LogRules.Id(id, "/" + name).FirstOrDefault() is { } fault)
                        return Problems.Of([fault], StatusCodes.Status400BadRequest);
                var days = context.HttpContext.RequestServices.GetRequiredService<TimeProvider>().Bounds();
                List<Fault> faults = [.. context.Arguments.Where(a => a is not null).SelectMany(a => In(a!, days))];
                return faults.Count > 0 ? Problems.Of(faults, StatusCodes.Status400BadRequest) : await next(context);
            }
        );
        return group;
    }

    private static IEnumerable<Fault> In(object argument, DayBounds days)
    {
        // Records of parameters say where each of them stands in the address by its attribute.
        foreach (
            var property in argument
                .GetType()
                .GetProperties()
                .Where(p => typeof(IQueryValue).IsAssignableFrom(Nullable.GetUnderlyingType(p.PropertyType) ?? p.PropertyType))
        )
            switch (property.GetValue(argument))
            {
                case IQueryValue { Wrong: { } wrong }:
                    yield return new Fault("?" + NameOf(property), wrong);
                    break;
                case QueryDay { Value: { } day } when days.Check(day, "?" + NameOf(property)).FirstOrDefault() is { } outside:
                    yield return outside;
                    break;
            }
    }

    private static string NameOf(PropertyInfo property) => property.GetCustomAttribute<FromQueryAttribute>()?.Name ?? property.Name;
}

internal static class Short
{
    private const int Most = 60;

    /// <summary>What somebody sent, cut to what can be said back.</summary>
    public static string Of(string text) => text.Length <= Most ? text : text[..Most] + "…";
}
