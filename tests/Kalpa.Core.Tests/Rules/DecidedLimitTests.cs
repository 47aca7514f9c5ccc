using Kalpa.Core.Assessing;
using Kalpa.Core.Coverage;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Rules;

/// <summary>
/// Limits that hold for one kind of covering, pitch, climate or building only, each at its bound and either side. Sections and values from memory: confirm them with
/// the locally adopted edition.
/// </summary>
public class DecidedLimitTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private const string Shingle = CoveringKind.LaminatedShingle;
    private const VerdictOutcome Ok = VerdictOutcome.Conforms;
    private const VerdictOutcome Less = VerdictOutcome.Short;
    private const VerdictOutcome More = VerdictOutcome.Over;
    private const VerdictOutcome Ask = VerdictOutcome.CannotTell;
    private const VerdictOutcome None = VerdictOutcome.NotApplicable;

    private static Verdict Judge(
        string code,
        string kind,
        string typed,
        string? decided = null,
        string? pitch = null,
        CodeFamily family = CodeFamily.Residential
    )
    {
        var condition = Book.FindCondition(code)!;
        var local = new LocalProfileFact(Guid.CreateVersion7(), Guid.CreateVersion7(), family, "", "", []);
        IReadOnlyList<DecidingAnswer>? answers = Roof.Answer(decided) is { } answer ? [answer] : null;
        var place = new VerdictPlace(kind, pitch is null ? null : TypedPitch.Of(pitch, PitchSource.Tape).RisePer12, local, answers);
        return Verdicts.Of(Book, condition, place, Tape.Of(condition, typed));
    }

    // Listings; IFGC and IRC M1803; R1003.18. Below an inch no kind will do, and above it the label decides.
    [Theory]
    [InlineData("0", null, Less)]
    [InlineData("15/16", null, Less)]
    [InlineData("1", null, Ask)]
    [InlineData("18", null, Ok)]
    [InlineData("1", "type-b", Ok)]
    [InlineData("15/16", "type-b", Less)]
    [InlineData("2", "factory", Ok)]
    [InlineData("1 15/16", "factory", Less)]
    [InlineData("6", "single-listed-gas", Ok)]
    [InlineData("5 15/16", "single-listed-gas", Less)]
    [InlineData("9", "single-gas", Ok)]
    [InlineData("8 15/16", "single-gas", Less)]
    [InlineData("18", "single-oil-solid", Ok)]
    [InlineData("17 15/16", "single-oil-solid", Less)]
    [InlineData("2", "masonry-inside", Ok)]
    [InlineData("1 15/16", "masonry-inside", Less)]
    [InlineData("1", "masonry-outside", Ok)]
    public void Clearance_goes_by_the_kind_of_flue(string measure, string? flue, VerdictOutcome expected) =>
        Judge("flue-clearance", Shingle, measure, flue is null ? null : $"flue-kind={flue}").Outcome.ShouldBe(expected);

    /// <summary>While neither measure nor kind is known, no one of the limits is named as the one that holds.</summary>
    [Fact]
    public void Unmeasured_and_of_no_known_kind_it_names_no_limit_as_its_own()
    {
        var condition = Book.FindCondition("flue-clearance")!;
        var verdict = Verdicts.Of(Book, condition, new VerdictPlace(Shingle), null);
        (verdict.Outcome, verdict.LimitText).ShouldBe((Ask, "between 1 in and 18 in, by its kind"));
        verdict.ToSettle!.ShouldStartWith("What does the label on the flue say? Read the label on the flue");
        var known = Verdicts.Of(Book, condition, new VerdictPlace(Shingle, Deciding: [new DecidingAnswer("flue-kind", "factory")]), null);
        known.LimitText.ShouldBe("at least 2 in");
    }

    // Table R905.6.5.
    [Theory]
    [InlineData("4/12", "4", Ok)]
    [InlineData("4/12", "3 15/16", Less)]
    [InlineData("7.9/12", "3", Less)]
    [InlineData("8/12", "3", Ok)]
    [InlineData("8/12", "2 15/16", Less)]
    [InlineData("19.9/12", "2", Less)]
    [InlineData("20/12", "2", Ok)]
    [InlineData("20/12", "1 15/16", Less)]
    public void Slate_headlap_goes_by_the_pitch(string pitch, string measure, VerdictOutcome expected) =>
        Judge("slate-headlap", CoveringKind.Slate, measure, null, pitch).Outcome.ShouldBe(expected);

    // R806.2: the share binds only where 1/300 is used.
    [Theory]
    [InlineData("30", "no", None)]
    [InlineData("39.9", "yes", Less)]
    [InlineData("40", "yes", Ok)]
    [InlineData("50", "yes", Ok)]
    [InlineData("50.1", "yes", More)]
    [InlineData("30", null, Ask)]
    public void The_high_share_of_vents_binds_only_where_half_the_area_is_used(string share, string? balanced, VerdictOutcome expected) =>
        Judge("vent-high-share", Shingle, share, balanced is null ? null : $"vent-balance={balanced}").Outcome.ShouldBe(expected);

    // R903.4.1 for houses; a commercial overflow is sized by flow and depth (IPC 1108), and three times the drain only advises.
    [Theory]
    [InlineData("overflow-small", "2", CodeFamily.Residential, SourceClass.Published)]
    [InlineData("overflow-small", "2", CodeFamily.SmallCommercial, SourceClass.CommonPractice)]
    [InlineData("scupper-low", "3 15/16", CodeFamily.Residential, SourceClass.Published)]
    [InlineData("scupper-low", "3 15/16", CodeFamily.SmallCommercial, SourceClass.CommonPractice)]
    [InlineData("overflow-high", "2 1/16", CodeFamily.Residential, SourceClass.Published)]
    [InlineData("overflow-high", "2 1/16", CodeFamily.SmallCommercial, SourceClass.CommonPractice)]
    public void Overflows_bind_on_houses_and_advise_on_commercial_roofs(string code, string measure, CodeFamily family, SourceClass source)
    {
        var verdict = Judge(code, CoveringKind.Epdm, measure, null, null, family);
        verdict.Outcome.ShouldBeOneOf(Less, More);
        verdict.SourceClass.ShouldBe(source);
    }

    // R905.2.8.5 speaks of shingles; low slopes go by the tested edge or its maker.
    [Fact]
    public void Edge_fasteners_a_foot_apart_are_a_matter_of_shingles()
    {
        Judge("edge-fasteners-wide", Shingle, "12").Outcome.ShouldBe(Ok);
        Judge("edge-fasteners-wide", Shingle, "12 1/16").Outcome.ShouldBe(More);
        Judge("edge-metal-loose", CoveringKind.Tpo, "24").Outcome.ShouldBe(VerdictOutcome.Seen);
    }

    [Theory]
    [InlineData(CoveringKind.LaminatedShingle, SourceClass.Published)]
    [InlineData(CoveringKind.ConcreteTile, SourceClass.CommonPractice)]
    [InlineData(CoveringKind.Slate, SourceClass.CommonPractice)]
    [InlineData(CoveringKind.WoodShingle, SourceClass.CommonPractice)]
    public void The_section_on_step_flashing_is_that_of_asphalt(string kind, SourceClass source) =>
        Judge("step-flashing-short", kind, "3").SourceClass.ShouldBe(source);

    // Makers' instructions: 5, 5 1/8, 5 5/8 and 6 in exist, each a quarter inch either way.
    [Theory]
    [InlineData("5", null, Less)]
    [InlineData("5 3/8", null, Ok)]
    [InlineData("5", "5", Ok)]
    [InlineData("5 5/16", "5", More)]
    [InlineData("5 5/16", "5-1-8", Ok)]
    [InlineData("5 5/8", "5-1-8", More)]
    [InlineData("5 5/8", "5-5-8", Ok)]
    [InlineData("6", "5-5-8", More)]
    [InlineData("6", "6", Ok)]
    [InlineData("5 11/16", "6", Less)]
    [InlineData("5 3/8", "unknown", Ok)]
    public void The_maker_s_exposure_governs_once_it_is_known(string measure, string? maker, VerdictOutcome expected) =>
        Judge("exposure-off", Shingle, measure, maker is null ? null : $"exposure-maker={maker}").Outcome.ShouldBe(expected);

    // R905.2.8.2.
    [Theory]
    [InlineData("24", "open", Ok)]
    [InlineData("23 15/16", "open", Less)]
    [InlineData("36", "closed", Ok)]
    [InlineData("35 15/16", "closed", Less)]
    [InlineData("30", null, Ask)]
    [InlineData("36", null, Ok)]
    public void A_valley_lining_goes_by_the_kind_of_valley(string measure, string? valley, VerdictOutcome expected) =>
        Judge("valley-narrow", Shingle, measure, valley is null ? null : $"valley-lining={valley}").Outcome.ShouldBe(expected);

    // R308.6.8: under 3:12.
    [Theory]
    [InlineData("2.9/12", "3 15/16", Less)]
    [InlineData("2.9/12", "4", Ok)]
    [InlineData("3/12", "1", None)]
    public void A_skylight_curb_is_asked_under_3_in_12(string pitch, string measure, VerdictOutcome expected) =>
        Judge("skylight-curb-low", Shingle, measure, null, pitch).Outcome.ShouldBe(expected);

    // Table R905.7.5, No. 1 shingles.
    [Theory]
    [InlineData("3.9/12", "16", "3 3/4", Ok)]
    [InlineData("3.9/12", "16", "3 13/16", More)]
    [InlineData("4/12", "16", "5", Ok)]
    [InlineData("4/12", "16", "5 1/16", More)]
    [InlineData("4/12", "18", "5 1/2", Ok)]
    [InlineData("4/12", "24", "7 1/2", Ok)]
    [InlineData("4/12", "24", "7 9/16", More)]
    [InlineData("4/12", null, "5 1/4", Ask)]
    public void Wood_exposure_goes_by_pitch_and_length(string pitch, string? length, string measure, VerdictOutcome expected) =>
        Judge("wood-exposure-large", CoveringKind.WoodShingle, measure, length is null ? null : $"wood-length={length}", pitch)
            .Outcome.ShouldBe(expected);

    // Table R905.8.6, No. 1 shakes.
    [Theory]
    [InlineData("18", "7 1/2", Ok)]
    [InlineData("18", "7 9/16", More)]
    [InlineData("24", "10", Ok)]
    [InlineData("24", "10 1/16", More)]
    public void Shakes_are_laid_wider_than_shingles(string length, string measure, VerdictOutcome expected) =>
        Judge("wood-exposure-large", CoveringKind.WoodShake, measure, $"wood-length={length}", "4/12").Outcome.ShouldBe(expected);

    // R905.3.8, R905.4.6, R905.6.6, R905.7.6, R905.8.8: metal from the centerline each way.
    [Theory]
    [InlineData(CoveringKind.ClayTile, "6/12", "11", Ok)]
    [InlineData(CoveringKind.ClayTile, "6/12", "10 15/16", Less)]
    [InlineData(CoveringKind.MetalShingle, "6/12", "8", Ok)]
    [InlineData(CoveringKind.MetalShingle, "6/12", "7 15/16", Less)]
    [InlineData(CoveringKind.Slate, "6/12", "7 1/2", Ok)]
    [InlineData(CoveringKind.Slate, "6/12", "7 7/16", Less)]
    [InlineData(CoveringKind.WoodShingle, "11.9/12", "9 15/16", Less)]
    [InlineData(CoveringKind.WoodShingle, "11.9/12", "10", Ok)]
    [InlineData(CoveringKind.WoodShingle, "12/12", "7", Ok)]
    [InlineData(CoveringKind.WoodShingle, "12/12", "6 15/16", Less)]
    [InlineData(CoveringKind.WoodShake, "12/12", "10 15/16", Less)]
    [InlineData(CoveringKind.WoodShake, "12/12", "11", Ok)]
    public void Valley_metal_is_as_wide_as_its_covering_asks(string kind, string pitch, string measure, VerdictOutcome expected) =>
        Judge("tile-valley-narrow", kind, measure, null, pitch).Outcome.ShouldBe(expected);

    // R905.1.2 names shingles, metal shingles, roll roofing, slate and wood; neither tile, panels nor membranes.
    [Theory]
    [InlineData(Shingle, Less)]
    [InlineData(CoveringKind.RollRoofing, Less)]
    [InlineData(CoveringKind.MetalShingle, Less)]
    [InlineData(CoveringKind.Slate, Less)]
    [InlineData(CoveringKind.WoodShake, Less)]
    [InlineData(CoveringKind.MetalStandingSeam, None)]
    [InlineData(CoveringKind.ConcreteTile, None)]
    [InlineData(CoveringKind.Epdm, None)]
    public void An_ice_barrier_is_asked_under_the_coverings_its_section_names(string kind, VerdictOutcome expected) =>
        Judge("ice-barrier-inside", kind, "23 1/2", "ice-asked=asked").Outcome.ShouldBe(expected);

    // IFGC, IRC Figure G2427.6.4.
    [Theory]
    [InlineData("0.25/12", "12", Ok)]
    [InlineData("5.9/12", "11 15/16", Less)]
    [InlineData("6/12", "12", Ok)] // "flat to 6/12" takes 6:12 in, and so each row its steepest pitch
    [InlineData("6/12", "11 15/16", Less)]
    [InlineData("6.1/12", "14 15/16", Less)]
    [InlineData("6.1/12", "15", Ok)]
    [InlineData("7/12", "15", Ok)]
    [InlineData("7.1/12", "17 15/16", Less)]
    [InlineData("8/12", "18", Ok)]
    [InlineData("8.1/12", "23 15/16", Less)]
    [InlineData("9/12", "24", Ok)]
    [InlineData("9.1/12", "29 15/16", Less)]
    [InlineData("10/12", "30", Ok)]
    [InlineData("10.1/12", "38 15/16", Less)]
    [InlineData("11/12", "39", Ok)]
    [InlineData("11.1/12", "47 15/16", Less)]
    [InlineData("12/12", "48", Ok)]
    [InlineData("12.1/12", "59 15/16", Less)]
    [InlineData("14/12", "60", Ok)]
    [InlineData("14.1/12", "71", Less)]
    [InlineData("16/12", "72", Ok)]
    [InlineData("16.1/12", "83", Less)]
    [InlineData("18/12", "84", Ok)]
    [InlineData("18.1/12", "89", Less)]
    [InlineData("20/12", "90", Ok)]
    [InlineData("20.1/12", "95", Less)]
    [InlineData("21/12", "96", Ok)]
    public void A_gas_vent_stands_higher_on_a_steeper_roof(string pitch, string measure, VerdictOutcome expected) =>
        Judge("gas-vent-low", Shingle, measure, null, pitch).Outcome.ShouldBe(expected);

    // R905.2.6.
    [Theory]
    [InlineData("4", null, Ok)]
    [InlineData("3", null, Less)]
    [InlineData("5", "six", Less)]
    [InlineData("6", "six", Ok)]
    [InlineData("4", "four", Ok)]
    public void Six_nails_are_asked_where_maker_or_wind_zone_asks(string nails, string? asked, VerdictOutcome expected) =>
        Judge("nails-few", Shingle, nails, asked is null ? null : $"nail-count={asked}").Outcome.ShouldBe(expected);

    // R905.2.5: three quarters of an inch, or through a thinner deck.
    [Theory]
    [InlineData("3/4", null, Ok)]
    [InlineData("11/16", null, Less)]
    [InlineData("7/16", "through", None)]
    [InlineData("7/16", "not", Less)]
    public void Nails_go_three_quarters_deep_or_through(string depth, string? through, VerdictOutcome expected) =>
        Judge("nail-short", Shingle, depth, through is null ? null : $"nail-through={through}").Outcome.ShouldBe(expected);

    // Common practice: exactly two inches is too low.
    [Theory]
    [InlineData("1 15/16", Less)]
    [InlineData("2", Less)]
    [InlineData("2 1/16", Ok)]
    public void A_nail_within_two_inches_of_the_butt_edge_is_too_low(string measure, VerdictOutcome expected)
    {
        var verdict = Judge("nail-low", Shingle, measure);
        verdict.Outcome.ShouldBe(expected);
        verdict.LimitText.ShouldBe("more than 2 in");
        verdict.Headline.ShouldNotContain("by 0");
    }

    // Common practice: 7/16 in with clips is usual; advice only.
    [Theory]
    [InlineData("7/16", Ok)]
    [InlineData("3/8", Less)]
    public void Seven_sixteenths_of_deck_is_usual(string measure, VerdictOutcome expected)
    {
        Judge("deck-thin", Shingle, measure).Outcome.ShouldBe(expected);
        Judge("deck-thin", Shingle, measure).SourceClass.ShouldBe(SourceClass.CommonPractice);
    }

    [Fact]
    public void Valley_fall_is_no_matter_of_membranes() => Judge("valley-flat", CoveringKind.Tpo, "0.1/12").Outcome.ShouldBe(None);

    // R908.3.1.1: no tile or slate roofed over, two layers at most, membranes too.
    [Theory]
    [InlineData(Shingle, "2", Ok)]
    [InlineData(Shingle, "3", More)]
    [InlineData(CoveringKind.Epdm, "2", Ok)]
    [InlineData(CoveringKind.Epdm, "3", More)]
    [InlineData(CoveringKind.ClayTile, "1", Ok)]
    [InlineData(CoveringKind.Slate, "2", More)]
    [InlineData(CoveringKind.WoodShingle, "2", Ok)]
    [InlineData(CoveringKind.WoodShingle, "3", More)]
    [InlineData(CoveringKind.MetalLapped, "2", Ok)]
    [InlineData(CoveringKind.MetalLapped, "3", More)]
    [InlineData(CoveringKind.RollRoofing, "3", More)]
    public void Layers_are_limited_on_every_covering(string kind, string layers, VerdictOutcome expected)
    {
        Judge("layers-many", kind, layers).Outcome.ShouldBe(expected);
        Book.FindCondition("layers-many")!.AppliesTo(Book.Covering(kind).Family).ShouldBeTrue();
    }

    // R806.5: an attic insulated at the roof deck needs no vents, and no measure makes it a defect.
    [Theory]
    [InlineData("vent-area-short", "600")]
    [InlineData("baffle-missing", "0")]
    [InlineData("vents-missing", null)]
    [InlineData("soffit-blocked", null)]
    public void An_unvented_attic_needs_no_vents(string code, string? measure)
    {
        var finding = Roof.Found(code, measure: measure);
        VerdictOutcome Outcome(string attic) =>
            Assessor
                .Assess(Roof.Input with { Findings = [finding with { Deciding = [new DecidingAnswer("attic-vented", attic)] }] }, Book)
                .Findings[0]
                .Verdict.Outcome;
        Outcome("unvented").ShouldBe(VerdictOutcome.Noted);
        Outcome("vented").ShouldNotBe(VerdictOutcome.Noted);
    }

    /// <summary>A limit that is asked elsewhere only leaves no defect and no work, unless water shows; where no covering is recorded nobody knows, and it stands.</summary>
    [Fact]
    public void What_is_asked_elsewhere_only_is_no_work_and_what_nobody_can_judge_stays()
    {
        var curb = Roof.Found("skylight-curb-low", measure: "1");
        var steep = Assessor.Assess(Roof.With(Shingle, 2018, curb), Book);
        (steep.Findings[0].Verdict.Outcome, steep.Work.Count).ShouldBe((VerdictOutcome.Noted, 0));
        steep.Findings[0].Verdict.Why.ShouldBe("No limit on height of the skylight’s curb is required here. Below 3:12 only.");
        var wet = Roof.With(Shingle, 2018, curb with { Evidence = WaterEvidence.Stained });
        Assessor.Assess(wet, Book).Work.ShouldContain(w => w.FindingId == curb.Id);
        var headlap = Roof.Found("headlap-short", measure: "1");
        var unknown = Assessor.Assess(Roof.With(Shingle, 2018, headlap) with { Coverings = [] }, Book);
        unknown.Findings[0].Verdict.Outcome.ShouldBe(VerdictOutcome.NotApplicable);
        unknown.Work.ShouldContain(w => w.FindingId == headlap.Id);
    }
}
