using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Signing;

/// <summary>The picture for the cover of a report.</summary>
public static class OverviewPhoto
{
    /// <summary>The first picture of nothing in particular: it shows the building. Null where there is none.</summary>
    public static PhotoFact? Of(VisitDossier visit) =>
        visit.Roofs.SelectMany(r => (r.Facts.Records ?? VisitRecords.None).Photos).FirstOrDefault(IsOne);

    private static bool IsOne(PhotoFact photo) =>
        photo is { FindingId: null, SlopeId: null, DetailId: null, Spot: null, WriteUp: false, Role: PhotoRole.Seen };
}
