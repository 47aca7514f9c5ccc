using Kalpa.Contracts;
using Kalpa.Server.SetUp;
using Kalpa.Store.Dossiers;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Aerial;

/// <summary>Outlines of a property's buildings from above.</summary>
public static class AerialEndpoints
{
    public static void MapAerial(this IEndpointRouteBuilder api) =>
        api.MapGet("properties/{id:guid}/outlines", Get)
            .WithName("getOutlines")
            .ProducesProblem(StatusCodes.Status404NotFound)
            .ProducesProblem(StatusCodes.Status502BadGateway);

    private static async Task<Results<Ok<AerialAnswer>, ProblemHttpResult>> Get(
        Guid id,
        DossierReader dossiers,
        IOutlineSupplier supplier,
        Today today,
        CancellationToken cancel,
        bool fail = false
    )
    {
        if (await dossiers.Property(id, today.Day, cancel) is not { } property)
        {
            return Problems.NotFound("property");
        }
        try
        {
            var address = property.Property.Address;
            return await supplier.Outlines(address, fail, cancel) is { } outlines
                ? TypedResults.Ok(new AerialAnswer(supplier.Simulated, supplier.Name, address, outlines))
                : Problems.Of(
                    StatusCodes.Status404NotFound,
                    "aerial.no-outline",
                    "No outline for this address",
                    $"The supplier knows nothing at \"{address}\". Put the address right, or draw the outline."
                );
        }
        catch (OutlineSupplierException exception)
        {
            return Problems.Of(StatusCodes.Status502BadGateway, "aerial.failed", "The supplier does not answer", exception.Message);
        }
    }
}
