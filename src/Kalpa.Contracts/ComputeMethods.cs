using System.Text.Json.Serialization.Metadata;
using Kalpa.Core.Computing;
using Kalpa.Core.Rules;

namespace Kalpa.Contracts;

/// <summary>A method of the core that can be called from outside: its name, what it takes and what it answers.</summary>
public abstract class ComputeMethod(string name, Type input, Type output)
{
    public string Name => name;

    public Type Input => input;

    public Type Output => output;

    internal abstract ComputeResult Run(string json, RuleBook book);
}

/// <summary>
/// The one list of methods. The command line, HTTP with its document, and the browser have what stands here; the types of the front end are made from the document;
/// the examples in docs/compute.md are held to it by a test.
/// </summary>
public static class ComputeMethods
{
    /// <summary>In the browser forms are worked out when they are met; the server has met them all soon.</summary>
    internal static readonly KalpaJson Json = OperatingSystem.IsBrowser() ? KalpaJson.WithLazyLists() : KalpaJson.Default;

    public static IReadOnlyList<ComputeMethod> All { get; } =
    [
        Of("assess", j => j.AssessInput, j => j.Assessment, ComputeServices.Assess),
        Of("visit-dossier", j => j.DossierRequest, j => j.VisitDossier, DossierServices.OfVisit),
        Of("property-dossier", j => j.DossierRequest, j => j.PropertyDossier, DossierServices.OfProperty),
        Of("report-check", j => j.DossierRequest, j => j.ReportCheck, DossierServices.OfReport),
        Of("driveway", j => j.DossierRequest, j => j.DrivewayAnswer, DossierServices.OfDriveway),
        Of("verdict", j => j.VerdictRequest, j => j.Verdict, ComputeServices.Verdict),
        Of("life", j => j.LifeFacts, j => j.LifeAnswer, ComputeServices.Life),
        Of("urgency", j => j.UrgencyFacts, j => j.UrgencyAnswer, ComputeServices.Urgency),
        Of("parse-measure", j => j.ParseMeasureRequest, j => j.ParsedMeasure, ComputeServices.Parse),
        Of("interval", j => j.IntervalRequest, j => j.Share, ComputeServices.Interval),
        Of("ladder", j => j.LadderRequest, j => j.LadderAnswer, ComputeServices.Ladder),
        Of("going", j => j.GoingRequest, j => j.GoingAnswer, ComputeServices.Going),
        Of("picks", j => j.PicksRequest, j => j.PicksAnswer, ComputeServices.Picks),
        Of("skeleton", j => j.SkeletonRequest, j => j.SkeletonAnswer, ComputeServices.Skeleton),
        Of("classify", j => j.ClassifyRequest, j => j.ClassifyAnswer, ComputeServices.Classify),
        Of("takeoff", j => j.PlanRequest, j => j.TakeOff, ComputeServices.TakeOff),
        Of("rain", j => j.RainRequest, j => j.RainAnswer, ComputeServices.Rain),
        Of("rain-table", j => j.RainTableRequest, j => j.RainTableAnswer, ComputeServices.Rains),
        Of("drainage", j => j.DrainageRequest, j => j.DrainageAnswer, ComputeServices.Drainage),
        Of("leak", j => j.LeakRequest, j => j.LeakAnswer, ComputeServices.Leak),
        Of("ice", j => j.IceRequest, j => j.IceAnswer, ComputeServices.Ice),
        Of("plan", j => j.PlanRequest, j => j.PlanAnswer, ComputeServices.Plan),
        Of("plan-draft", j => j.DraftRequest, j => j.DraftAnswer, ComputeServices.Draft),
        Of("plan-edit", j => j.PlanEditRequest, j => j.PlanEditAnswer, ComputeServices.PlanEdit),
        Of("plan-slopes", j => j.PlanSlopesRequest, j => j.PlanSlopesAnswer, ComputeServices.OfPlanSlopes),
        Of("plan-spots", j => j.PlanSpotsRequest, j => j.PlanSpotsAnswer, ComputeServices.OfPlanSpots),
        Of("plan-spot", j => j.SpotRequest, j => j.SpotAnswer, ComputeServices.PlanSpot),
        Of("plan-runs", j => j.RunsRequest, j => j.RunsAnswer, ComputeServices.Runs),
        Of("plan-starter", j => j.StarterRequest, j => j.StarterAnswer, ComputeServices.Starter),
        Of("plan-import", j => j.ImportRequest, j => j.ImportAnswer, ComputeServices.Import),
        Of("plan-export", j => j.PlanExportRequest, j => j.PlanTextAnswer, ComputeServices.GeoJson),
        Of("notices", j => j.NoticesRequest, j => j.NoticesAnswer, ComputeServices.Notices),
        Of("assembly", j => j.LifeFacts, j => j.AssemblyAnswer, ComputeServices.OfAssembly),
        Of("sun", j => j.SunRequest, j => j.SunAnswer, ComputeServices.Sun),
        Of("combinations", j => j.AssessInput, j => j.CombinationsAnswer, ComputeServices.Combined),
        Of("problems", j => j.AssessInput, j => j.ProblemsAnswer, ComputeServices.Problems),
        Of("decide", j => j.AssessInput, j => j.DecideAnswer, ComputeServices.Decide),
        Of("jobs", j => j.AssessInput, j => j.JobsAnswer, ComputeServices.Jobs),
        Of("quantities", j => j.AssessInput, j => j.QuantitiesAnswer, ComputeServices.Quantities),
        Of("cost", j => j.AssessInput, j => j.CostAnswer, ComputeServices.Cost),
        Of("options", j => j.AssessInput, j => j.OptionsAnswer, ComputeServices.Options),
        Of("scope", j => j.AssessInput, j => j.BidScope, ComputeServices.Scope),
        Of("bids", j => j.AssessInput, j => j.BidComparison, ComputeServices.Bids),
        Of("wording", j => j.WordingRequest, j => j.FindingWords, ComputeServices.Wording),
        Of("order", j => j.OrderRequest, j => j.OrderAnswer, ComputeServices.Order),
        Of("galvanic", j => j.GalvanicRequest, j => j.GalvanicAnswer, ComputeServices.OfMetals),
        Of("logic", j => j.LogicRequest, j => j.LogicAnswer, ComputeServices.Logic),
        Of("last-n-years", j => j.LastingRequest, j => j.LastingAnswer, ComputeServices.Last),
    ];

    private static readonly Dictionary<string, ComputeMethod> ByName = All.ToDictionary(m => m.Name);

    /// <summary>Null where there is none of that name.</summary>
    public static ComputeMethod? Find(string name) => ByName.GetValueOrDefault(name);

    private static Method<TIn, TOut> Of<TIn, TOut>(
        string name,
        Func<KalpaJson, JsonTypeInfo<TIn>> input,
        Func<KalpaJson, JsonTypeInfo<TOut>> output,
        Func<TIn, RuleBook, Outcome<TOut>> run
    )
        where TOut : class => new(name, input, output, run);

    private sealed class Method<TIn, TOut>(
        string name,
        Func<KalpaJson, JsonTypeInfo<TIn>> input,
        Func<KalpaJson, JsonTypeInfo<TOut>> output,
        Func<TIn, RuleBook, Outcome<TOut>> run
    ) : ComputeMethod(name, typeof(TIn), typeof(TOut))
        where TOut : class
    {
        internal override ComputeResult Run(string json, RuleBook book) => Compute.Answer(json, book, input(Json), output(Json), run);
    }
}
