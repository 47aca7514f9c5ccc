using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Photos;

/// <summary>Which of a visit's photos show a building or a slope as a whole: a report shows one of each, and the walk asks for them.</summary>
public static class ReportPhotos
{
    /// <summary>The picture for the cover: the first overview of any roof. Null where there is none.</summary>
    public static PhotoFact? Cover(VisitDossier visit) => visit.Roofs.Select(Overview).FirstOrDefault(photo => photo is not null);

    /// <summary>The first overview taken of a roof's building. Null where there is none.</summary>
    public static PhotoFact? Overview(RoofVisit roof) => Overview(roof.Facts.Records ?? VisitRecords.None);

    /// <summary>The first overview among the photos of one roof. Null where there is none.</summary>
    public static PhotoFact? Overview(VisitRecords records) =>
        records.Photos.FirstOrDefault(photo => IsWhole(photo) && photo.SlopeId is null && photo.Spot is null);

    /// <summary>The first picture of a slope as a whole: tied to it, and to nothing on it. Null where there is none.</summary>
    public static PhotoFact? OfSlope(VisitRecords records, Guid slopeId) =>
        records.Photos.FirstOrDefault(photo => IsWhole(photo) && photo.SlopeId == slopeId);

    private static bool IsWhole(PhotoFact photo) => photo is { FindingId: null, DetailId: null, WriteUp: false, Role: PhotoRole.Seen };
}
