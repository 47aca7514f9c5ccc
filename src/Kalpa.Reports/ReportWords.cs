using System.Globalization;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Reports;

/// <summary>Words of the report that are not judgement: names of enums, dates.</summary>
public static class ReportWords
{
    public static string Day(DateOnly day) => Sentences.Day(day);

    /// <summary>When a picture was taken, as "(Sep 14, 2026, 9:51 AM)".</summary>
    public static string Taken(DateTimeOffset at) => at.ToString("'('MMM d, yyyy, h:mm tt')'", CultureInfo.InvariantCulture);

    /// <summary>When something was signed, as "November 30, 2026, 3:20 PM".</summary>
    public static string Moment(DateTimeOffset at) => at.ToString("MMMM d, yyyy, h:mm tt", CultureInfo.InvariantCulture);

    /// <summary>A kind of record, as "Punch item".</summary>
    public static string Kind(FactKind kind)
    {
        return string.Concat(kind.ToString().Select((c, i) => i > 0 && char.IsUpper(c) ? $" {char.ToLowerInvariant(c)}" : $"{c}"));
    }

    public static string Recheck(RecheckOutcome outcome) =>
        outcome switch
        {
            RecheckOutcome.Same => "unchanged",
            RecheckOutcome.Worse => "worse",
            RecheckOutcome.Mended => "repaired",
            _ => "gone",
        };

    public static string School(School school) =>
        school switch
        {
            Core.Life.School.AgeTable => "Age only",
            Core.Life.School.WhatIsSeen => "Condition only",
            _ => "Combined",
        };

    public static string Planned(PlannedKind kind) =>
        kind switch
        {
            PlannedKind.Solar => "solar",
            PlannedKind.Sale => "a sale",
            PlannedKind.Lease => "a lease",
            _ => "what is planned",
        };

    public static string Source(SourceClass source) =>
        source switch
        {
            SourceClass.Published => "published",
            SourceClass.CommonPractice => "common practice",
            SourceClass.MakersInstruction => "manufacturer’s instruction",
            _ => "from memory",
        };

    public static string Years(YearsLeft left) => left.High <= 0 ? "none" : $"{left.Low:0}–{left.Likely:0}–{left.High:0} y";

    public static string Edge(EdgeClass edge) =>
        edge switch
        {
            EdgeClass.PitchBreak => "pitch breaks",
            EdgeClass.Valley => "valleys",
            _ => $"{edge.ToString().ToLowerInvariant()}s",
        };
}
