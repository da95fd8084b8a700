using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace AshNotch.Web.Guards;

/// <summary>Tells the OpenAPI document how the log's own types look on the wire.</summary>
public static class OpenApiShapes
{
    /// <summary>Adds the transformers to the document's options.</summary>
    public static void Apply(OpenApiOptions options)
    {
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
                if (type == typeof(Kilograms))
                {
                    schema.Type = JsonSchemaType.Number | JsonSchemaType.Null;
                    (schema.Minimum, schema.Maximum) = ("20", "300");
                }

                if (type == typeof(Hold))
                    (schema.Type, schema.Properties, schema.Required) = (
                        JsonSchemaType.Number | JsonSchemaType.Boolean | (type != context.JsonTypeInfo.Type ? JsonSchemaType.Null : 0),
                        null,
                        null
                    );

                if (type == typeof(Probability))
                {
                    schema.Type = JsonSchemaType.Number;
                    (schema.Minimum, schema.Maximum) = ("0", "1");
                }

                if (context.JsonTypeInfo.ElementType == typeof(StartPattern))
                    schema.Items = new OpenApiSchema { Type = JsonSchemaType.String };

                if (context.JsonPropertyInfo is { CustomConverter: SpotTextsJson })
                    (schema.Type, schema.Items) = (JsonSchemaType.Array, new OpenApiSchema { Type = JsonSchemaType.String });

                if (type == typeof(TimeOnly))
                {
                    schema.Type = JsonSchemaType.String | (type != context.JsonTypeInfo.Type ? JsonSchemaType.Null : 0);
                    schema.Pattern = "^[0-2][0-9]:[0-5][0-9]$";
                }

                // What an address holds is text; what it may say stands in the sentences of a refusal.
                if (typeof(IQueryValue).IsAssignableFrom(type))
                    (schema.Type, schema.Properties, schema.Required) = (JsonSchemaType.String, null, null);

                // A set of words is the same set whether or not a member may be left out.
                if (type.IsEnum && schema.Enum is { } words)
                    schema.Enum = [.. words.Where(w => w is not null && w.GetValueKind() != System.Text.Json.JsonValueKind.Null)];

                // Whatever is always written is required, so that the front end need not ask.
                foreach (
                    var property in context
                        .JsonTypeInfo.Options.GetTypeInfo(type)
                        .Properties.Where(p => !p.IsGetNullable && p.Get is not null)
                )
                    if (schema.Properties?.ContainsKey(property.Name) == true)
                        (schema.Required ??= new HashSet<string>()).Add(property.Name);
                return Task.CompletedTask;
            }
        );
        options.AddOperationTransformer(
            (operation, _, _) =>
            {
                // What is said of a parameter of the address is taken for the body's as well.
                if (operation.Parameters is { Count: > 0 } && operation.RequestBody is { } body)
                    body.Description = null;
                return Task.CompletedTask;
            }
        );
        options.AddDocumentTransformer(
            (document, _, _) =>
            {
                document.Info = new OpenApiInfo
                {
                    Title = "Ash Notch",
                    Version = Product.Version,
                    Description = "One practitioner's training log that thinks.",
                };
                document.Servers = null;
                return Task.CompletedTask;
            }
        );
    }
}
