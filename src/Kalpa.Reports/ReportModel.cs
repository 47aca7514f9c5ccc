using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Reports;

/// <summary>Everything a report is made from. <paramref name="PhotoSource"/> gives an address, or the bytes inlined, for a picture's SHA-256.</summary>
public sealed record ReportModel(string FirmName, VisitDossier Visit, RuleBook Book, Func<string, string> PhotoSource)
{
    private VisitRecords Records => Visit.Facts.Records ?? VisitRecords.None;

    public IReadOnlyList<ProtectionFact> Protections => Records.Protections;

    public IEnumerable<PhotoFact> PhotosOf(Guid findingId) => Records.Photos.Where(p => p.FindingId == findingId);

    public IEnumerable<PhotoFact> OtherPhotos => Records.Photos.Where(p => p.FindingId is null && !p.WriteUp);

    public SlopeFact? Slope(Guid? id) => Visit.Facts.Slopes.FirstOrDefault(s => s.Id == id);

    public FindingFact Finding(Guid id) => Visit.Facts.Findings.First(f => f.Id == id);
}
