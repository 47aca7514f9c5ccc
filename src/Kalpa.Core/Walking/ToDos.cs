using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Walking;

/// <summary>To-dos that survive the roof: written down by hand, or asked for by a finding; each comes back at its station, or at wrap-up.</summary>
internal static class ToDos
{
    public static IReadOnlyList<ToDo> Of(RuleBook book, AssessInput input, VisitRecords records)
    {
        var stations = WalkOrders.StationsOf(book, WalkOrders.Of(book, input), WalkOrders.CommonestFamily(book, input));
        var asked = input
            .Findings.OrderBy(f => f.Id)
            .SelectMany(f => (book.FindCondition(f.Condition)?.Follows ?? []).Select(follow => Asked(f, follow, stations, records)));
        var written = records
            .ToDos.Where(t => t.Rule.Length == 0)
            .OrderBy(t => t.Id)
            .Select(t => new ToDo(t.Id, "", t.Text, t.Station, t.SlopeId, t.FindingId, t.Done, t.Outcome));
        return [.. asked.Concat(written)];
    }

    /// <summary>A station that this walk does not have comes back at wrap-up, so that it is never lost.</summary>
    private static ToDo Asked(FindingFact finding, FollowUp follow, IReadOnlyList<Station> stations, VisitRecords records)
    {
        var rule = $"{finding.Condition}/{follow.Station}";
        var answered = records.ToDos.Where(t => t.Rule == rule && t.FindingId == finding.Id).OrderBy(t => t.Id).LastOrDefault();
        var station = stations.FirstOrDefault(s => s.Key == follow.Station);
        return new ToDo(
            answered?.Id,
            rule,
            follow.Text,
            station?.Key ?? "",
            station?.PerSlope == true ? finding.SlopeId : null,
            finding.Id,
            answered?.Done ?? false,
            answered?.Outcome ?? ""
        );
    }
}
