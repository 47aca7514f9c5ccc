using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Reports;

/// <summary>
/// Everything a report is made from. <paramref name="PhotoSource"/> gives an address, or the bytes inlined, for a picture's SHA-256; null where the
/// picture is not to be had.
/// </summary>
public sealed record ReportModel(string FirmName, VisitDossier Visit, RuleBook Book, Func<string, string?> PhotoSource)
{
    private VisitRecords Records => Visit.Facts.Records ?? VisitRecords.None;

    public IReadOnlyList<ProtectionFact> Protections => Records.Protections;

    public IEnumerable<PhotoFact> PhotosOf(Guid findingId) => Records.Photos.Where(p => p.FindingId == findingId);

    public IEnumerable<PhotoFact> OtherPhotos => Records.Photos.Where(p => p.FindingId is null && !p.WriteUp);

    /// <summary>A finding is on file that cannot be read: nothing may be called free of findings.</summary>
    public bool FindingsSetAside => Visit.SetAside.Any(f => f.Kind == FactKind.Finding);

    public SlopeFact? Slope(Guid? id) => Visit.Facts.Slopes.FirstOrDefault(s => s.Id == id);

    public FindingFact Finding(Guid id) => Visit.Facts.Findings.First(f => f.Id == id);

    /// <summary>The roof plan with everything it measures; null where none was made.</summary>
    public PlanAnswer? Plan { get; } =
        Visit.Plan is null
            ? null
            : PlanMeasures.Of(
                new PlanRequest(
                    Visit.Plan,
                    Visit.Details,
                    Visit.Facts.Coverings,
                    Visit.Facts.AsOf,
                    [.. Visit.Facts.Findings.Select(f => SpotOf(f, Visit.Details)).OfType<SpotOf>()]
                ),
                Book
            );

    public IReadOnlyDictionary<Guid, string> Letters { get; } = Visit.Facts.Slopes.ToDictionary(s => s.Id, s => s.Letter);

    /// <summary>Findings that have a place on the plan, by the numbers they have in the report.</summary>
    public IReadOnlyList<PlanPin> Pins =>
        [
            .. Visit
                .Assessment.Findings.Select((f, i) => (f.FindingId, Number: i + 1))
                .Select(f => (f.Number, At: Plan?.Spots.FirstOrDefault(s => s.Id == f.FindingId && s.OnSlope)))
                .Where(f => f.At is not null)
                .Select(f => new PlanPin(f.Number, f.At!.X, f.At.Y)),
        ];

    /// <summary>A finding lies where it was put, else at the detail it hangs on.</summary>
    private static SpotOf? SpotOf(FindingFact finding, IReadOnlyList<DetailFact> details) =>
        (finding.Spot ?? details.FirstOrDefault(d => d.Id == finding.DetailId)?.Spot) is { } spot ? new SpotOf(finding.Id, spot) : null;
}
