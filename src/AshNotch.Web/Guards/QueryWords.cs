namespace AshNotch.Web.Guards;

/// <summary>The query parameters that an endpoint reads with <see cref="Asked"/>, for the API document.</summary>
public sealed record QueryWords(IReadOnlyList<string> Names);

/// <summary>Names query parameters on a route.</summary>
public static class QueryWordsOnRoutes
{
    public static RouteHandlerBuilder Asks(this RouteHandlerBuilder route, params string[] names) => route.WithMetadata(new QueryWords(names));
}
