using AshNotch.Core.Ground;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace AshNotch.Web.Guards;

/// <summary>Tells the OpenAPI document how the log's own types look on the wire.</summary>
public static class OpenApiShapes
{
    public static void Apply(OpenApiOptions options)
    {
        options.AddSchemaTransformer((schema, context, _) =>
        {
            var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
            if (type == typeof(Kilograms))
            {
                var nullable = type != context.JsonTypeInfo.Type ? JsonSchemaType.Null : 0;
                schema.Type = JsonSchemaType.Number | nullable;
                (schema.Minimum, schema.Maximum) = ("20", "300");
            }

            // Whatever is always written is required, so that the front end need not ask.
            foreach (var property in context.JsonTypeInfo.Properties.Where(p => !p.IsGetNullable && p.Get is not null))
                if (schema.Properties?.ContainsKey(property.Name) == true)
                    (schema.Required ??= new HashSet<string>()).Add(property.Name);
            return Task.CompletedTask;
        });
        options.AddDocumentTransformer((document, _, _) =>
        {
            document.Info = new OpenApiInfo { Title = "Ash Notch", Version = "1", Description = "One practitioner's training log that thinks." };
            document.Servers = null;
            return Task.CompletedTask;
        });
    }
}
