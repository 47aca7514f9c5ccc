using System.Text.RegularExpressions;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.WholeRoofs;

namespace Kalpa.Core.Tests.Rules;

/// <summary>A repair is told for the covering it is made on (common practice): nobody lifts shingles on a membrane, or welds a built-up roof.</summary>
public partial class CoveringRemedyTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    /// <summary>What a roofer does not have in hand on each kind of covering.</summary>
    private static Regex? ForeignTo(Covering covering) =>
        covering.Kind switch
        {
            CoveringKind.Tpo or CoveringKind.Pvc => ForeignToWelded(),
            CoveringKind.Epdm => ForeignToRubber(),
            CoveringKind.BuiltUp or CoveringKind.ModifiedBitumen => ForeignToPlies(),
            CoveringKind.MetalStandingSeam or CoveringKind.MetalLapped or CoveringKind.Copper => ForeignToPanels(),
            CoveringKind.ClayTile or CoveringKind.ConcreteTile => ForeignToTile(),
            CoveringKind.Slate => ForeignToSlate(),
            CoveringKind.ThreeTabShingle or CoveringKind.LaminatedShingle => ForeignToShingles(),
            _ => null,
        };

    [Fact]
    public void No_repair_names_what_the_covering_is_not_made_of()
    {
        var faults =
            from covering in Book.Coverings
            where ForeignTo(covering) is not null
            from usual in Book.Conditions
            where usual.AppliesTo(covering.Family) && usual.Kinds?.Contains(covering.Kind) != false
            let remedy = Book.On(covering.Kind, usual).Remedy
            from text in remedy.Steps.Append(remedy.Title).Append(remedy.NotARepair)
            where ForeignTo(covering)!.IsMatch(Elsewhere().Replace(text, ""))
            select $"{usual.Code} on {covering.Kind}: {text}";
        faults.ShouldBeEmpty();
    }

    public static TheoryData<string> Told => [.. Book.Coverings.Where(c => ForeignTo(c) is not null).Select(c => c.Kind)];

    /// <summary>All that can be found on a covering at once: what is said of it and what is to be done, with all it takes.</summary>
    [Theory]
    [MemberData(nameof(Told))]
    public void Nothing_said_of_a_roof_names_what_it_is_not_made_of(string kind)
    {
        var covering = Book.Covering(kind);
        var roof = new ToldRoof("attic").Slope(
            "A",
            covering.Family == CoveringFamily.Membrane ? "1/4:12" : "6/12",
            Facing.South,
            kind,
            2018,
            0
        );
        foreach (var (at, condition) in Book.Conditions.Index())
        {
            if (condition.AppliesTo(covering.Family) && condition.Kinds?.Contains(kind) != false)
            {
                roof.Finds("A", condition.Code, $"bay {at}", at % 2 == 0 ? WaterEvidence.NoneSeen : WaterEvidence.Stained);
            }
        }
        var judged = roof.Judged();
        string[] texts =
        [
            .. judged.Findings.SelectMany(f => f.RemedySteps.Append(f.Name).Append(f.RemedyTitle).Append(f.Observed)),
            .. judged.Work.SelectMany(w => w.Steps.Append(w.Title).Append(w.Why).Append(w.NotARepair).Append(w.Interim?.Words ?? "")),
            .. judged.Work.SelectMany(w => w.Quantities is { } needs ? needs.Lines.Select(l => l.Item).Concat(needs.Assumed) : []),
        ];
        texts.Distinct().Where(t => ForeignTo(covering)!.IsMatch(Elsewhere().Replace(t, ""))).ShouldBeEmpty();
    }

    [Fact]
    public void No_protection_for_the_time_being_names_what_the_covering_is_not_made_of()
    {
        var faults =
            from covering in Book.Coverings
            where ForeignTo(covering) is not null
            from recipe in Book.Recipes
            where
                recipe.Hold.Length > 0
                && recipe.Kinds?.Contains(covering.Kind) != false
                && recipe.Conditions.Select(c => Book.FindCondition(c)!).Any(c => c.AppliesTo(covering.Family))
            let hold = Book.HoldOn(covering.Family, recipe.Hold)!
            where ForeignTo(covering)!.IsMatch(hold.Words)
            select $"{recipe.Key} on {covering.Kind}: {hold.Words}";
        faults.ShouldBeEmpty();
    }

    [Theory]
    [InlineData(CoveringKind.LaminatedShingle, "Lift the shingles above, remove the nails and the old boot")]
    [InlineData(CoveringKind.WoodShingle, "Lift the shingles above, remove the nails and the old boot")]
    [InlineData(CoveringKind.Tpo, "Clean the sheet; weld a test strip and peel it")]
    [InlineData(CoveringKind.Pvc, "Weld a new boot of the same membrane around the pipe")]
    [InlineData(CoveringKind.Epdm, "Install a molded EPDM boot on seam tape and roll it in")]
    [InlineData(CoveringKind.BuiltUp, "Strip it in with two plies")]
    [InlineData(CoveringKind.ModifiedBitumen, "Turn the lead down into the pipe, or clamp and seal the collar")]
    [InlineData(CoveringKind.MetalStandingSeam, "Bed a flexible boot in butyl tape, formed to the ribs so that it does not dam the water")]
    [InlineData(CoveringKind.Copper, "Solder a sleeve and base of the same metal to the pan")]
    [InlineData(CoveringKind.ConcreteTile, "Install a formed flashing over the tile below and under the tile above")]
    [InlineData(CoveringKind.Slate, "Remove the slates above with a ripper")]
    public void A_pipe_boot_is_replaced_as_its_covering_asks(string kind, string step)
    {
        var told = On(kind, "boot-collar-torn").Judged();
        told.Findings.Single().RemedyTitle.ShouldBe("Replace the pipe boot");
        told.Findings.Single().RemedySteps.ShouldContain(step);
        told.Work.Single(w => w.FindingId is not null).Steps.ShouldContain(step);
    }

    [Theory]
    [InlineData(CoveringKind.LaminatedShingle, "mount-abandoned", "slip sheet metal under the course above, bedded in roofing cement")]
    [InlineData(CoveringKind.Tpo, "mount-abandoned", "patch it with tape that suits the membrane, clean and dry")]
    [InlineData(CoveringKind.MetalStandingSeam, "mount-abandoned", "cover it with butyl tape, clean and dry")]
    [InlineData(CoveringKind.ClayTile, "mount-abandoned", "take loose tile down and slip sheet metal under the tile above")]
    [InlineData(CoveringKind.Slate, "mount-abandoned", "slip a piece of copper under the slate")]
    [InlineData(CoveringKind.Epdm, "boot-collar-torn", "patch it with tape that suits the membrane, clean and dry")]
    [InlineData(CoveringKind.ClayTile, "boot-collar-torn", "slip a repair collar over the pipe")]
    [InlineData(CoveringKind.LaminatedShingle, "deck-soft", "cover it with a tarp that runs over the ridge, held by battens")]
    [InlineData(CoveringKind.Pvc, "deck-soft", "cover it with plywood and membrane")]
    public void What_holds_until_then_suits_the_covering(string kind, string condition, string words) =>
        On(kind, condition).Judged().Work.Single(w => w.FindingId is not null).Interim!.Words.ShouldContain($": {words}.");

    /// <summary>Four holes of a mount are closed with what the roof is made of, and no new mount is bought for them.</summary>
    [Theory]
    [InlineData(CoveringKind.LaminatedShingle, "Shingle strips, 36 in")]
    [InlineData(CoveringKind.Tpo, "Membrane of the same kind, 4 in past the hole on all sides")]
    [InlineData(CoveringKind.MetalStandingSeam, "Metal patches, riveted")]
    [InlineData(CoveringKind.ClayTile, "Matching tile")]
    [InlineData(CoveringKind.Slate, "Matching slate")]
    public void Holes_of_a_mount_are_closed_with_what_the_roof_is_made_of(string kind, string item)
    {
        var line = On(kind, "mount-abandoned").Judged().Work.Single(w => w.FindingId is not null).Quantities!.Lines.Single();
        (line.Item, line.Amount).ShouldBe((item, 4));
    }

    [Theory]
    [InlineData(CoveringKind.Tpo, "seam-open", "Re-weld the seam, or weld a cover strip over it")]
    [InlineData(CoveringKind.Epdm, "seam-open", "Prime it and let it dry")]
    [InlineData(CoveringKind.ModifiedBitumen, "seam-open", "Cover it with a ply of the same kind, 8 in wide")]
    [InlineData(CoveringKind.Epdm, "fastener-under-sheet", "Cut the membrane; remove or reset the fastener and plate")]
    [InlineData(CoveringKind.BuiltUp, "fastener-under-sheet", "Cut the membrane; remove or reset the fastener and plate")]
    [InlineData(CoveringKind.Epdm, "membrane-bridged", "Form the corner with uncured flashing on primer")]
    [InlineData(CoveringKind.BuiltUp, "membrane-bridged", "Set a cant strip in the corner")]
    [InlineData(CoveringKind.Epdm, "patch-ponded", "Correct the drainage first")]
    [InlineData(CoveringKind.ModifiedBitumen, "patch-ponded", "Correct the drainage first")]
    [InlineData(CoveringKind.SprayedFoam, "patch-ponded", "Correct the drainage first")]
    [InlineData(
        CoveringKind.BuiltUp,
        "membrane-hole",
        "Do not use a torch on a wood deck or against a wall; keep a fire watch after any torch work"
    )]
    public void A_membrane_is_repaired_as_its_kind_is_bonded_and_with_what_the_defect_needs(string kind, string condition, string step)
    {
        var judged = On(kind, condition).Judged().Findings.Single();
        judged.RemedyTitle.ShouldBe(Book.FindCondition(condition)!.Remedy.Title);
        judged.RemedySteps.ShouldContain(step);
    }

    /// <summary>Where nobody recorded the covering, the test on the sheet tells how it is repaired.</summary>
    [Theory]
    [InlineData("welds", "Re-weld the seam, or weld a cover strip over it")]
    [InlineData("tape", "Prime it and let it dry")]
    [InlineData("ply", "Open the lap back to where it holds; clean and dry it")]
    [InlineData("fluid", "Cut out wet or loose material to a dry, sound base")]
    public void An_answer_tells_how_an_unknown_membrane_is_repaired(string option, string step)
    {
        var finding = On(CoveringKind.Tpo, "seam-open").Facts().Findings[0] with { Deciding = [new DecidingAnswer("sheet-kind", option)] };
        var seam = Book.FindCondition("seam-open")!;
        var effect = Decisions.Effect(Book, finding, seam, null, Decisions.Of(Book, finding, new DecisionFacts()));
        (effect.Steps ?? seam.Remedy.Steps).ShouldContain(step);
    }

    /// <summary>A mount nobody uses is removed by the steps for that, on its own covering.</summary>
    [Theory]
    [InlineData(CoveringKind.LaminatedShingle, "Fill below the shingle and replace it")]
    [InlineData(CoveringKind.Tpo, "Patch the holes with the roof’s own membrane")]
    [InlineData(CoveringKind.ClayTile, "Repair the underlayment and replace the drilled tile")]
    public void A_mount_nobody_uses_is_removed_and_not_refastened(string kind, string step)
    {
        var facts = On(kind, "mount-unsealed").Facts();
        var unused = facts.Findings[0] with { Deciding = [new DecidingAnswer("mounts", "unused")] };
        var judged = Assessor.Assess(facts with { Findings = [unused] }, Book).Findings.Single();
        judged.RemedyTitle.ShouldBe("Remove the mount and repair the roof");
        judged.RemedySteps.ShouldContain(step);
        judged.RemedySteps.ShouldNotContain(s => s.Contains("Refasten", StringComparison.Ordinal));
    }

    /// <summary>What the firm writes in the book's place stands on every covering.</summary>
    [Fact]
    public void The_firms_own_remedy_goes_before_that_of_the_covering()
    {
        var firm = new FirmRulesFact(
            Guid.NewGuid(),
            [],
            [],
            Remedies: [new FirmRemedy("boot-collar-torn", "Call the pipe crew", ["Call them"])]
        );
        var condition = AsRecorded.Condition(Book, On(CoveringKind.Tpo, "boot-collar-torn").Facts().Findings[0], firm, CoveringKind.Tpo);
        condition.Remedy.Title.ShouldBe("Call the pipe crew");
        condition.Remedy.Steps.ShouldBe(["Call them"]);
    }

    /// <summary>What is on no slope goes by the covering that all slopes share, and by none where they differ.</summary>
    [Theory]
    [InlineData(CoveringKind.Tpo, CoveringKind.Tpo, true)]
    [InlineData(CoveringKind.Tpo, CoveringKind.LaminatedShingle, false)]
    public void A_finding_on_no_slope_goes_by_the_covering_they_share(string one, string other, bool welded)
    {
        var steps = new ToldRoof()
            .Slope("A", "1/4:12", Facing.South, one, 2016, 1)
            .Slope("B", "6/12", Facing.North, other, 2016, 1)
            .Finds("", "boot-collar-torn", "bath vent", WaterEvidence.Stained)
            .Judged()
            .Findings.Single()
            .RemedySteps;
        steps.Contains("Weld a new boot of the same membrane around the pipe").ShouldBe(welded);
        steps.Contains("Lift the shingles above, remove the nails and the old boot").ShouldBe(!welded);
    }

    /// <summary>One slope of a young roof with one stained finding.</summary>
    private static ToldRoof On(string kind, string condition) =>
        new ToldRoof()
            .Slope("A", Book.Covering(kind).Family == CoveringFamily.Membrane ? "1/4:12" : "6/12", Facing.South, kind, 2020, 0)
            .Finds("A", condition, "north bay", WaterEvidence.Stained);

    /// <summary>Panels of a unit or a soffit and courses of an ice barrier are no covering of the slope.</summary>
    [GeneratedRegex(
        @"single ply|soffit panel|panel in its channel|vented panel|loose panels|in whole courses|tile, slate and wood follow",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Elsewhere();

    [GeneratedRegex(@"\b(shingles?|courses?|tiles?|slates?|shakes?|starter|ply|plies|torch)\b", RegexOptions.IgnoreCase)]
    private static partial Regex ForeignToWelded();

    [GeneratedRegex(@"\b(shingles?|courses?|tiles?|slates?|shakes?|starter|ply|plies|torch|weld\w*|re-weld)\b", RegexOptions.IgnoreCase)]
    private static partial Regex ForeignToRubber();

    [GeneratedRegex(@"\b(shingles?|courses?|tiles?|slates?|shakes?|starter|weld\w*|re-weld|sheet’s)\b", RegexOptions.IgnoreCase)]
    private static partial Regex ForeignToPlies();

    [GeneratedRegex(@"\b(shingles?|courses?|tiles?|slates?|shakes?|starter|plies)\b", RegexOptions.IgnoreCase)]
    private static partial Regex ForeignToPanels();

    [GeneratedRegex(@"\b(shingles?|slates?|shakes?|panels?|plies|weld\w*)\b", RegexOptions.IgnoreCase)]
    private static partial Regex ForeignToTile();

    [GeneratedRegex(@"\b(shingles?|tiles?|shakes?|panels?|plies|weld\w*)\b", RegexOptions.IgnoreCase)]
    private static partial Regex ForeignToSlate();

    [GeneratedRegex(@"\b(tiles?|slates?|shakes?|panels?|plies|weld\w*)\b", RegexOptions.IgnoreCase)]
    private static partial Regex ForeignToShingles();
}
