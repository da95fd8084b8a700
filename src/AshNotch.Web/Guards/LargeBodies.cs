using System.Buffers;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.Metadata;

namespace AshNotch.Web.Guards;

/// <summary>
/// A body that is announced as too large is taken in and thrown away, up to a bound, before it is refused: a connection that
/// is closed while the other side still sends shows a browser a broken line instead of the sentence.
/// </summary>
public static class LargeBodies
{
    /// <summary>The most that is thrown away, in bytes; what is longer finds the line closed.</summary>
    public const long MostThrownAway = 16 * 1024 * 1024;

    private const int Piece = 64 * 1024;

    /// <summary>Refuses bodies that announce more than <see cref="Server.LargestBody"/>, or more than the endpoint's own limit.</summary>
    public static void UseLargeBodies(this IApplicationBuilder app) =>
        app.Use(
            async (context, next) =>
            {
                var request = context.Request;
                var most = context.GetEndpoint()?.Metadata.GetMetadata<IRequestSizeLimitMetadata>()?.MaxRequestBodySize;
                if (!(request.ContentLength > (most ?? Server.LargestBody)))
                {
                    await next();
                    return;
                }

                if (
                    request.ContentLength <= MostThrownAway
                    && context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } limit
                )
                {
                    limit.MaxRequestBodySize = MostThrownAway;
                    var piece = ArrayPool<byte>.Shared.Rent(Piece);
                    try
                    {
                        while (await request.Body.ReadAsync(piece, context.RequestAborted) > 0) { }
                    }
                    finally
                    {
                        ArrayPool<byte>.Shared.Return(piece);
                    }
                }

                await (most is { } own ? Problems.LargerThan(own) : Problems.TooLarge).ExecuteAsync(context);
            }
        );
}
