using System.Globalization;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Signing;

/// <summary>
/// What was agreed on with the client, in words: the <paramref name="Scope"/> and <paramref name="Limits"/> that stand (agreed on, else drafted, else the firm's, else the
/// rule book's), <paramref name="Standing"/> says whether and by whom, <paramref name="Fee"/> how much and when it is due, empty where none is stated.
/// <paramref name="FeeDueOn"/>: the day it is due, null where that is not known yet, where none is stated, or where it was paid.
/// </summary>
public sealed record EngagementAnswer(string Scope, string Limits, bool Agreed, string Standing, string Fee, DateOnly? FeeDueOn);

/// <summary>Scope, limits and fee of a visit as agreed on with its client.</summary>
public static class Engagements
{
    public static EngagementAnswer Of(VisitDossier visit)
    {
        var purpose = VisitFact.PurposeOf(visit.Visit);
        // A draft for another purpose says nothing of this one.
        var engagement = visit.Engagement is { AgreedAt: null } draft && draft.Purpose != purpose ? null : visit.Engagement;
        var own = visit.FirmsTexts;
        var shipped = visit.Roofs[0].Assessment.Commission;
        return new(
            engagement?.Scope ?? OrElse(own?.Scope, shipped.Scope),
            engagement?.Limits ?? OrElse(own?.Limits, shipped.Limits),
            engagement?.AgreedAt is not null,
            Standing(visit),
            Fee(visit.Engagement),
            FeeDueOn(visit)
        );
    }

    /// <summary>What the agreement lacks before the report is signed; nothing of it holds the signature.</summary>
    internal static IEnumerable<MissingItem> Missing(VisitDossier visit)
    {
        var engagement = visit.Engagement;
        if (engagement?.AgreedAt is null)
        {
            yield return new("Scope and limits: the client has not agreed to them", false, MissingAt.Commission);
        }
        else if (engagement.Purpose != VisitFact.PurposeOf(visit.Visit))
        {
            yield return new(
                "Scope and limits were agreed to for another purpose of the visit: have the client agree again",
                false,
                MissingAt.Commission
            );
        }
        if (engagement is { Fee: > 0, FeeDue: FeeDue.BeforeInspection, PaidOn: null })
        {
            yield return new("Fee: due before the inspection, not marked as paid", false, MissingAt.Commission);
        }
    }

    private static string OrElse(string? own, string shipped) => string.IsNullOrWhiteSpace(own) ? shipped : own.Trim();

    private static string Standing(VisitDossier visit)
    {
        if (visit.Engagement is not { AgreedAt: { } at } engagement)
        {
            return "";
        }
        var day = DateOnly.FromDateTime(at.DateTime);
        var before = day <= visit.Visit.On ? "" : ", after the inspection";
        return $"Agreed to by {engagement.Client.Trim()}, {Sentences.Day(day)}{before}.";
    }

    private static string Fee(EngagementFact? engagement) =>
        engagement is not { Fee: { } fee } ? ""
        : fee == 0 ? "No fee."
        : $"Fee {Dollars(fee)}, {Due(engagement.FeeDue)}{(engagement.PaidOn is { } paid ? $"; paid {Sentences.Day(paid)}" : "")}.";

    /// <summary>To the cent where there are any: it is an amount to be paid, no planning figure.</summary>
    private static string Dollars(double fee) =>
        Math.Floor(fee).Equals(fee) ? Sentences.Money(fee) : string.Create(CultureInfo.InvariantCulture, $"${fee:#,0.00}");

    private static string Due(FeeDue due) =>
        due switch
        {
            FeeDue.BeforeInspection => "due before the inspection",
            FeeDue.Within15Days => "due within 15 days of delivery",
            FeeDue.Within30Days => "due within 30 days of delivery",
            _ => "due on delivery of the report",
        };

    private static DateOnly? FeeDueOn(VisitDossier visit) =>
        visit.Engagement is not { Fee: > 0, PaidOn: null } engagement ? null
        : engagement.FeeDue == FeeDue.BeforeInspection ? visit.Visit.On
        : (visit.Deliveries ?? []).OrderBy(d => d.At).FirstOrDefault() is { } first
            ? DateOnly.FromDateTime(first.At.DateTime).AddDays(DaysAfter(engagement.FeeDue))
        : null;

    private static int DaysAfter(FeeDue due) =>
        due switch
        {
            FeeDue.Within15Days => 15,
            FeeDue.Within30Days => 30,
            _ => 0,
        };
}
