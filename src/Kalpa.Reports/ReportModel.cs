using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Bids;
using Kalpa.Core.Costs;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Options;
using Kalpa.Core.Photos;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Signing;
using Kalpa.Core.Wording;

namespace Kalpa.Reports;

/// <summary>
/// Everything a report is made from. <paramref name="PhotoSource"/> gives an address, or the bytes inlined, for a photo with what was done to it; null where the
/// picture is not to be had. <paramref name="Signed"/>: the signature under it; null: a draft.
/// </summary>
public sealed record ReportModel(
    string FirmName,
    VisitDossier Visit,
    IReadOnlyList<RoofContent> Contents,
    RuleBook Book,
    Func<PhotoFact, string?> PhotoSource,
    SignedBy? Signed = null
)
{
    /// <summary>As the letterhead has it; else as the firm is on file.</summary>
    public string Firm => Visit.Letterhead?.Name ?? FirmName;

    /// <summary>Address of the firm's logo, or its bytes; null where there is none.</summary>
    public string? Logo => LogoOf(Visit).Select(PhotoSource).FirstOrDefault();

    /// <summary>Every picture that a report shows, the logo among them.</summary>
    public static IEnumerable<PhotoFact> PicturesOf(VisitDossier visit) =>
        visit.Roofs.SelectMany(r => (r.Facts.Records ?? VisitRecords.None).Photos).Where(p => !p.WriteUp).Concat(LogoOf(visit));

    /// <summary>The firm's logo as a picture; nothing where it has none.</summary>
    public static IEnumerable<PhotoFact> LogoOf(VisitDossier visit) =>
        visit.Letterhead is { LogoSha256: { } sha256 } letterhead
            ? [new PhotoFact(letterhead.Id, visit.Visit.Id, null, null, sha256, letterhead.Name)]
            : [];

    public IReadOnlyList<RoofReport> Roofs { get; } = [.. Contents.Select(content => new RoofReport(Visit, content, Book, PhotoSource))];

    /// <summary>The first picture of nothing in particular: it shows the building, and is printed on the cover. Null where there is none.</summary>
    public PhotoFact? Overview { get; } = ReportPhotos.Cover(Visit);

    /// <summary>Several roofs in one report: each has its own parts, under its name.</summary>
    public bool Several => Roofs.Count > 1;

    /// <summary>"Main roof" of a property with one roof; "House, Garage and Shed" of several.</summary>
    public string RoofNames { get; } =
        Visit.Roofs.Count == 1 ? Visit.Roofs[0].Roof.Name : Sentences.List([.. Visit.Roofs.Select(r => r.Name)]);

    /// <summary>Whether a part that may be left out is in this report.</summary>
    public bool Shows(ReportSection section) => RoofReport.Shows(Visit, section);

    /// <summary>What a roof is called where there are several; empty where the report is of one.</summary>
    public string Named(RoofReport roof) => Visit.Named(roof.Roof);

    /// <summary>One plan of work over all roofs.</summary>
    public IEnumerable<(RoofReport Roof, WorkItem Item)> Jobs =>
        Visit.Work.Select(work => (Roofs.First(r => r.Roof.Roof.Id == work.Roof.Roof.Id), work.Item));

    /// <summary>What the work on all roofs is likely to cost together; null of one roof, and where a client sees no costs.</summary>
    public CostRange? CostOfAllRoofs { get; } =
        Visit.Roofs.Count > 1 && Visit.Roofs.All(r => r.Assessment.Cost is { ForClients: true } || r.Assessment.Work.Count == 0)
            ? WorkCost.Together([.. Visit.Roofs.Select(r => r.Assessment.Cost).OfType<WorkCost>()])
            : null;
}

/// <summary>What the parts of a report say of one roof.</summary>
public sealed record RoofReport(VisitDossier Visit, RoofContent Content, RuleBook Book, Func<PhotoFact, string?> PhotoSource)
{
    public RoofVisit Roof => Content.Roof;

    public PlanAnswer? Plan => Content.Plan;

    private readonly Lazy<OptionsAnswer> options = new(() => RoofOptions.Of(Book, Content.Roof.Facts, Content.Roof.Assessment));

    /// <summary>What the owner can choose between; null where a client sees no costs, or there is no choice.</summary>
    public OptionsAnswer? Options =>
        !Shows(ReportSection.Options) ? null
        : Roof.Assessment.Cost is { ForClients: true } && options.Value is { WhyNot: "" } answer ? answer
        : null;

    private readonly Lazy<BidScope> scope = new(() => BidScopes.Of(Content.Roof.Assessment));

    /// <summary>The plan of work as bidders price it.</summary>
    public BidScope Scope => scope.Value;

    private VisitRecords Records => Roof.Facts.Records ?? VisitRecords.None;

    /// <summary>Earlier visits of other firms, known by their reports.</summary>
    public IReadOnlyList<PastVisit> Others => [.. (Records.PastVisits ?? []).Where(v => v.Others is not null)];

    public IReadOnlyList<ProtectionFact> Protections => Records.Protections;

    public IEnumerable<PhotoFact> PhotosOf(Guid findingId) => Records.Photos.Where(p => p.FindingId == findingId);

    /// <summary>Whether a part that may be left out is in this report.</summary>
    public bool Shows(ReportSection section) => Shows(Visit, section);

    internal static bool Shows(VisitDossier visit, ReportSection section) => visit.Visit.Commission?.LeftOut?.Contains(section) != true;

    /// <summary>The overview of the building, where it is not the cover's, and a photo of each slope, with what each shows.</summary>
    public IReadOnlyList<(string Of, PhotoFact Photo)> WholePhotos => Shows(ReportSection.SlopePhotos) ? Wholes : [];

    private IReadOnlyList<(string Of, PhotoFact Photo)> Wholes =>
        Roof.Assessment.Commission.HasSlopes
            ?
            [
                .. ReportPhotos.Overview(Records) is { } overview && overview.Id != Cover?.Id
                    ? [(Roof.Name, overview)]
                    : Array.Empty<(string, PhotoFact)>(),
                .. Roof
                    .Facts.Slopes.Select(s => (Of: Sentences.Slope(s), Photo: ReportPhotos.OfSlope(Records, s.Id)))
                    .Where(s => s.Photo is not null)
                    .Select(s => (s.Of, s.Photo!)),
            ]
            : [];

    /// <summary>Photos of no finding that the report shows nowhere else.</summary>
    public IEnumerable<PhotoFact> OtherPhotos =>
        Shows(ReportSection.OtherPhotos)
            ? Records.Photos.Where(p =>
                p.FindingId is null && !p.WriteUp && p.Id != Cover?.Id && Wholes.All(whole => whole.Photo.Id != p.Id)
            )
            : [];

    private PhotoFact? Cover { get; } = ReportPhotos.Cover(Visit);

    /// <summary>A finding is saved that cannot be read: nothing may be called free of findings.</summary>
    public bool FindingsSetAside => Visit.SetAside.Any(f => f.Kind == FactKind.Finding);

    /// <summary>Findings as assessed, in the order of the report.</summary>
    public List<FindingAssessment> Found(IEnumerable<JobFinding>? of) =>
        [.. (of ?? []).Select(f => Roof.Assessment.Findings.FirstOrDefault(j => j.FindingId == f.FindingId)).OfType<FindingAssessment>()];

    /// <summary>The number a finding has in the report and on its plan.</summary>
    public int NumberOf(Guid findingId) => Roof.FirstFinding + Roof.Assessment.Findings.TakeWhile(f => f.FindingId != findingId).Count();

    public SlopeFact? Slope(Guid? id) => Roof.Facts.Slopes.FirstOrDefault(s => s.Id == id);

    public FindingFact Finding(Guid id) => Roof.Facts.Findings.First(f => f.Id == id);

    public IReadOnlyDictionary<Guid, string> Letters { get; } = Content.Roof.Facts.Slopes.ToDictionary(s => s.Id, s => s.Letter);

    /// <summary>Findings that have a place on the plan, by the numbers they have in the report.</summary>
    public IReadOnlyList<PlanPin> Pins =>
        [
            .. Roof
                .Assessment.Findings.Select((f, i) => (f.FindingId, Number: i + Roof.FirstFinding))
                .Select(f => (f.Number, At: Plan?.Spots.FirstOrDefault(s => s.Id == f.FindingId && s.OnSlope)))
                .Where(f => f.At is not null)
                .Select(f => new PlanPin(f.Number, f.At!.X, f.At.Y)),
        ];
}
