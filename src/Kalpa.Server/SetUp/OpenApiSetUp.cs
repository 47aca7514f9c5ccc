namespace Kalpa.Server.SetUp;

/// <summary>The document that the front end's types are made from.</summary>
public static class OpenApiSetUp
{
    public static void AddKalpaOpenApi(this IServiceCollection services) =>
        services.AddOpenApi(options =>
            options.AddSchemaTransformer(
                (schema, _, _) =>
                {
                    // An enum that is somewhere optional would count null among its values everywhere; the places that take null say so themselves.
                    if (schema.Enum is { Count: > 1 } values)
                    {
                        schema.Enum =
                        [
                            .. values.Where(value => value is not null && value.GetValueKind() != System.Text.Json.JsonValueKind.Null),
                        ];
                    }
                    return Task.CompletedTask;
                }
            )
        );
}
