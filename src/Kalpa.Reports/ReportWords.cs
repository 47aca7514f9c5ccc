using System.Globalization;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;

namespace Kalpa.Reports;

/// <summary>Words of the report that are not judgement: names of enums, dates.</summary>
public static class ReportWords
{
    public static string Day(DateOnly day) => day.ToString("d MMMM yyyy", CultureInfo.InvariantCulture);

    /// <summary>A kind of record, as "Punch item".</summary>
    public static string Kind(FactKind kind)
    {
        return string.Concat(kind.ToString().Select((c, i) => i > 0 && char.IsUpper(c) ? $" {char.ToLowerInvariant(c)}" : $"{c}"));
    }

    public static string Facing(Facing facing) =>
        facing switch
        {
            Core.Facts.Facing.NorthEast => "north-east",
            Core.Facts.Facing.SouthEast => "south-east",
            Core.Facts.Facing.SouthWest => "south-west",
            Core.Facts.Facing.NorthWest => "north-west",
            _ => facing.ToString().ToLowerInvariant(),
        };

    public static string Recheck(RecheckOutcome outcome) =>
        outcome switch
        {
            RecheckOutcome.Same => "the same",
            RecheckOutcome.Worse => "worse",
            RecheckOutcome.Mended => "mended",
            _ => "gone",
        };

    public static string School(School school) =>
        school switch
        {
            Core.Life.School.AgeTable => "By age table",
            Core.Life.School.WhatIsSeen => "By what is seen",
            _ => "Age and look combined",
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
            SourceClass.MakersInstruction => "maker’s instruction",
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
