using Kalpa.Core.Assessing;
using Kalpa.Core.Coverage;
using Kalpa.Core.Facts;
using Kalpa.Core.Photos;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Walking;

/// <summary>
/// Photos that a rule asks for: what is lifted or mended before and after, and every place that a finding puts in doubt; and those that a report shows: the building as
/// a whole, and each slope.
/// </summary>
internal static class Dues
{
    /// <summary>Stations at which a whole slope is looked at, the best for its picture first.</summary>
    private static readonly string[] WholeSlopeAt = ["field", "edges"];

    /// <summary>Where the building is looked at as a whole.</summary>
    private const string WholeBuildingAt = "ground";

    public static IReadOnlyList<Due> Of(RuleBook book, AssessInput input, VisitRecords records, IReadOnlyList<Station> stations)
    {
        var dues = new List<Due>();
        foreach (var finding in input.Findings.OrderBy(f => f.Id))
        {
            if (book.FindCondition(finding.Condition) is { } condition)
            {
                dues.AddRange(OfRoles(condition, finding, input, records));
                dues.AddRange(OfPlaces(book, condition, finding, input, records));
            }
        }
        dues.AddRange(records.Protections.OrderBy(p => p.Id).SelectMany(p => OfProtection(p, input, records)));
        dues.AddRange(OfReport(book, input, records, stations));
        // Two findings may ask for the same picture: it is asked for once.
        return [.. dues.DistinctBy(d => (d.Station, d.SlopeId, d.FindingId, d.Photo))];
    }

    private static IEnumerable<Due> OfRoles(Condition condition, FindingFact finding, AssessInput input, VisitRecords records) =>
        (condition.PhotosDue ?? [])
            .Where(role => !records.Photos.Any(p => p.FindingId == finding.Id && p.Role == role))
            .Select(role => new Due(
                finding.Station,
                finding.SlopeId,
                finding.Id,
                role,
                $"{condition.Name}{On(input, finding.SlopeId)}: a photo {role.ToString().ToLowerInvariant()} is due"
            ));

    /// <summary>A finding of no slope concerns them all.</summary>
    private static IEnumerable<Due> OfPlaces(
        RuleBook book,
        Condition condition,
        FindingFact finding,
        AssessInput input,
        VisitRecords records
    )
    {
        if (book.FindStation(condition.PhotoAt) is not { } station)
        {
            return [];
        }
        return input
            .Slopes.Where(s => finding.SlopeId is null || s.Id == finding.SlopeId)
            .OrderBy(s => s.Letter, StringComparer.Ordinal)
            .ThenBy(s => s.Id)
            .Where(s => Coverages.LookAt(input.Looks, station.Key, s.Id) is null or { State: LookState.Looked })
            .Where(s => !records.Photos.Any(p => p.SlopeId == s.Id && StationOf(p, input) == station.Key))
            .Select(s => new Due(
                station.Key,
                s.Id,
                null,
                PhotoRole.Seen,
                $"{station.Name}, slope {s.Letter}: a photo is due because of “{condition.Name.ToLowerInvariant()}”"
            ));
    }

    private static IEnumerable<Due> OfProtection(ProtectionFact protection, AssessInput input, VisitRecords records)
    {
        PhotoRole[] both = [PhotoRole.Before, PhotoRole.After];
        return both.Where(role =>
                !records.Photos.Any(p =>
                    p.Role == role && (protection.FindingId is { } id ? p.FindingId == id : p.SlopeId == protection.SlopeId)
                )
            )
            .Select(role => new Due(
                input.Findings.FirstOrDefault(f => f.Id == protection.FindingId)?.Station ?? "",
                protection.SlopeId,
                protection.FindingId,
                role,
                $"{protection.What}{On(input, protection.SlopeId)}: a photo {role.ToString().ToLowerInvariant()} is due"
            ));
    }

    /// <summary>One of the building, and one of each slope where the report tells of the slopes; what was not inspected cannot be photographed.</summary>
    private static IEnumerable<Due> OfReport(RuleBook book, AssessInput input, VisitRecords records, IReadOnlyList<Station> stations)
    {
        if (ReportPhotos.Overview(records) is null)
        {
            var at = stations.FirstOrDefault(s => s.Key == WholeBuildingAt) ?? stations.First(s => !s.Asks);
            yield return new Due(at.Key, null, null, PhotoRole.Seen, "Overview of the building", true);
        }
        var sections = book.CommissionOf(input.Visit).Sections;
        var station = WholeSlopeAt.Select(key => stations.FirstOrDefault(s => s.Key == key)).FirstOrDefault(s => s is not null);
        if (station is null || !sections.Contains("slopes"))
        {
            yield break;
        }
        foreach (var slope in input.Slopes.OrderBy(s => s.Letter.Length).ThenBy(s => s.Letter, StringComparer.Ordinal).ThenBy(s => s.Id))
        {
            var looked = Coverages.LookAt(input.Looks, station.Key, slope.Id) is null or { State: LookState.Looked };
            if (looked && ReportPhotos.OfSlope(records, slope.Id) is null)
            {
                yield return new Due(station.Key, slope.Id, null, PhotoRole.Seen, $"Slope {slope.Letter}", true);
            }
        }
    }

    private static string? StationOf(PhotoFact photo, AssessInput input) =>
        photo.Station ?? input.Findings.FirstOrDefault(f => f.Id == photo.FindingId)?.Station;

    private static string On(AssessInput input, Guid? slopeId) =>
        input.Slopes.FirstOrDefault(s => s.Id == slopeId) is { } slope ? $" on slope {slope.Letter}" : "";
}
