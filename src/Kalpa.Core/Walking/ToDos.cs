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
        var doubted = input.Findings.OrderBy(f => f.Id).SelectMany(f => Doubted(book, f, input, stations, records));
        var written = records
            .ToDos.Where(t => t.Rule.Length == 0)
            .OrderBy(t => t.Id)
            .Select(t => new ToDo(t.Id, "", t.Text, t.Station, t.SlopeId, t.FindingId, t.Done, t.Outcome));
        return [.. asked.Concat(doubted).Concat(written)];
    }

    /// <summary>A suspected fault of the whole system asks for a look on every like slope before it is called general; once shown or cleared, for none.</summary>
    private static IEnumerable<ToDo> Doubted(
        RuleBook book,
        FindingFact finding,
        AssessInput input,
        IReadOnlyList<Station> stations,
        VisitRecords records
    )
    {
        if (book.FindCondition(finding.Condition) is not { Fault: { } fault } condition || Fitness.Proves(fault, finding) is not null)
        {
            yield break;
        }
        var kind = finding.SlopeId is { } on ? Assessor.CoveringOn(input.Coverings, on, input.AsOf)?.Kind : null;
        var like = input
            .Slopes.Where(s =>
                s.Id != finding.SlopeId && kind is not null && Assessor.CoveringOn(input.Coverings, s.Id, input.AsOf)?.Kind == kind
            )
            .OrderBy(s => s.Letter.Length)
            .ThenBy(s => s.Letter, StringComparer.Ordinal)
            .Select(s => (SlopeId: (Guid?)s.Id, Text: $"{condition.Name}: look for the same on slope {s.Letter}. {fault.Settle}"))
            .Prepend((finding.SlopeId, $"{condition.Name}: settle it. {fault.Settle}"))
            .Append((null, $"{condition.Name}: look for the same on the property’s other roofs of the kind"));
        foreach (var (slopeId, text) in like)
        {
            var rule = $"{finding.Condition}/fault/{slopeId}";
            var answered = records.ToDos.Where(t => t.Rule == rule && t.FindingId == finding.Id).OrderBy(t => t.Id).LastOrDefault();
            var station = slopeId is null ? null : stations.FirstOrDefault(s => s.Key == finding.Station);
            yield return new ToDo(
                answered?.Id,
                rule,
                text,
                station?.Key ?? "",
                slopeId,
                finding.Id,
                answered?.Done ?? false,
                answered?.Outcome ?? ""
            );
        }
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
