using System.Net.Mime;
using Kalpa.Contracts;
using Kalpa.Core;
using Kalpa.Core.Assessing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.GoingUp;
using Kalpa.Core.Life;
using Kalpa.Core.NewWork;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Files;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.RoofPlans.Skeletons;
using Kalpa.Core.Rules;
using Kalpa.Core.Sun;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;
using Kalpa.Server.SetUp;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Kalpa.Server.Features.Compute;

/// <summary>The core over HTTP: the same methods and the same JSON as the command line and the browser.</summary>
public static class ComputeEndpoints
{
    public static void MapCompute(this IEndpointRouteBuilder api)
    {
        Map<AssessInput, Assessment>(api, "assess");
        Map<DossierRequest, VisitDossier>(api, "visit-dossier");
        Map<DossierRequest, PropertyDossier>(api, "property-dossier");
        Map<VerdictRequest, Verdict>(api, "verdict");
        Map<LifeFacts, LifeAnswer>(api, "life");
        Map<UrgencyFacts, UrgencyAnswer>(api, "urgency");
        Map<ParseMeasureRequest, ParsedMeasure>(api, "parse-measure");
        Map<IntervalRequest, Share>(api, "interval");
        Map<PicksRequest, PicksAnswer>(api, "picks");
        Map<LadderRequest, LadderAnswer>(api, "ladder");
        Map<GoingRequest, GoingAnswer>(api, "going");
        Map<LifeFacts, AssemblyAnswer>(api, "assembly");
        Map<SunRequest, SunAnswer>(api, "sun");
        Map<LastingRequest, LastingAnswer>(api, "last-n-years");
        MapPlans(api);
    }

    private static void MapPlans(IEndpointRouteBuilder api)
    {
        Map<SkeletonRequest, SkeletonAnswer>(api, "skeleton");
        Map<ClassifyRequest, ClassifyAnswer>(api, "classify");
        Map<PlanRequest, TakeOff>(api, "takeoff");
        Map<IceRequest, IceAnswer>(api, "ice");
        Map<PlanRequest, PlanAnswer>(api, "plan");
        Map<DraftRequest, DraftAnswer>(api, "plan-draft");
        Map<PlanEditRequest, PlanEditAnswer>(api, "plan-edit");
        Map<PlanSlopesRequest, PlanSlopesAnswer>(api, "plan-slopes");
        Map<PlanSpotsRequest, PlanSpotsAnswer>(api, "plan-spots");
        Map<SpotRequest, SpotAnswer>(api, "plan-spot");
        Map<RunsRequest, RunsAnswer>(api, "plan-runs");
        Map<StarterRequest, StarterAnswer>(api, "plan-starter");
        Map<ImportRequest, ImportAnswer>(api, "plan-import");
        Map<PlanExportRequest, PlanTextAnswer>(api, "plan-export");
        Map<NoticesRequest, NoticesAnswer>(api, "notices");
        Map<AssessInput, CombinationsAnswer>(api, "combinations");
        Map<WordingRequest, FindingWords>(api, "wording");
        Map<OrderRequest, OrderAnswer>(api, "order");
        Map<LogicRequest, LogicAnswer>(api, "logic");
        Map<GalvanicRequest, GalvanicAnswer>(api, "galvanic");
    }

    // The body is read as text and goes through the one call, so that a refusal reads the same on every way in.
    private static void Map<TIn, TOut>(IEndpointRouteBuilder api, string method)
        where TIn : notnull =>
        api.MapPost(
                $"compute/{method}",
                (HttpRequest request, RuleBook book, ILogger<ComputeResult> log, CancellationToken cancel) =>
                    Run(method, request, book, log, cancel)
            )
            .WithMetadata(new RequestSizeLimitAttribute(MostBytes))
            .WithName($"compute-{method}")
            .Accepts<TIn>(MediaTypeNames.Application.Json)
            .Produces<TOut>()
            .ProducesProblem(StatusCodes.Status400BadRequest);

    /// <summary>The largest roof that the bounds allow takes a fraction of this; a caller who leaves ends the work at once.</summary>
    private static readonly TimeSpan LongestWork = TimeSpan.FromSeconds(15);

    private const long MostBytes = 5_000_000;

    private static async Task<IResult> Run(
        string method,
        HttpRequest request,
        RuleBook book,
        ILogger<ComputeResult> log,
        CancellationToken cancel
    )
    {
        using var reader = new StreamReader(request.Body);
        var json = await reader.ReadToEndAsync(cancel);
        if (JsonBounds.Find(json) is { } fault)
        {
            return Refused("compute.bad-json", $"{fault.Text} (at {fault.Path})");
        }
        try
        {
            using var budget = WorkBudget.Begin(TimeBudget.Within(LongestWork, cancel));
            var result = Contracts.Compute.Run(method, json, book);
            if (result.Problem is { } problem)
            {
                var where = problem.Field is null ? "" : $" (at {problem.Field})";
                return Refused(problem.Code, problem.Text + where);
            }
            return TypedResults.Content(result.Json, MediaTypeNames.Application.Json);
        }
        catch (Exception exception) when (exception is not WorkStoppedException)
        {
            // Within the bounds nothing should break; what does is told to whoever runs the server, and refused in words.
            log.LogError(exception, "The method {Method} broke on an input of {Length} characters", method, json.Length);
            return Problems.Of(
                StatusCodes.Status422UnprocessableEntity,
                NotComputable,
                "This cannot be computed",
                "Something in the input breaks the computation. Leave parts out until it answers, and report what broke it."
            );
        }
    }

    /// <summary>The code of an input that broke a method: a fault of ours.</summary>
    public const string NotComputable = "compute.not-computable";

    private static ProblemHttpResult Refused(string code, string text) =>
        Problems.Of(StatusCodes.Status400BadRequest, code, "The input was refused", text);
}
