using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Water;

namespace Kalpa.Core.Tests.Water;

/// <summary>
/// Whether downspouts, gutters, scuppers and drains of a recorded size carry what a plan sends to them. Areas by hand; what they carry from the worked examples of
/// <see cref="HydraulicsTests"/> (values from memory).
/// </summary>
public sealed class OutletSizeTests
{
    private static readonly LocalProfileFact Local = new(Plans.Id(77), Plans.Id(78), CodeFamily.Residential, "", "", []);

    /// <summary>A gable whose south eave has a downspout at its left end: all of the eave runs to it.</summary>
    private static (PlanFact Plan, DetailFact Downspout) Gable(double eaveFeet, double wide = 2, double deep = 3, GutterSize? gutter = null)
    {
        var house = Plans.Rectangle(1, 0, 0, eaveFeet, 30, 6, 1, 3);
        return (Plans.Of(house), Detail(DetailKind.Downspout, house.Corners[0].SlopeId, 0, 0, wide, deep) with { Gutter = gutter });
    }

    private static DetailFact Detail(string kind, Guid slope, double along, double up, double? wide, double? @long = null) =>
        new(Plans.Id(701), Plans.Id(9000), kind, new Spot(slope, along * 12, up * 12), wide, @long);

    private static OutletSize? At(PlanFact plan, DetailFact detail, double? rain) =>
        Core.RoofPlans.PlannedRoof.Of(plan, [detail]).OutletSizes(rain).SingleOrDefault();

    /// <summary>1 sq in for 100 sq ft (common practice): 2 x 3 in serve 600 sq ft, an eave of 40 ft with 15 ft above it.</summary>
    [Theory]
    [InlineData(40.0, 1.0, true)]
    [InlineData(40.1, 1.0025, false)]
    [InlineData(20.0, 0.5, true)]
    public void Without_rain_a_downspout_goes_by_the_trades_rule(double eaveFeet, double share, bool enough)
    {
        var (plan, downspout) = Gable(eaveFeet);
        var size = At(plan, downspout, null)!;
        size.Share!.Value.ShouldBe(share, 0.001);
        size.Enough.ShouldBe(enough);
        size.Gpm.ShouldBeNull();
        size.Leads.Count.ShouldBe(enough ? 0 : 1);
    }

    [Fact]
    public void The_rule_is_named_with_what_it_serves()
    {
        var (plan, downspout) = Gable(80);
        var size = At(plan, downspout with { Name = "West downspout" }, null)!;
        size.Words.ShouldBe(
            "West downspout: 1,200 sq ft of roof drains to it; its 2 x 3 in opening carries 600 sq ft (1 sq in for 100 sq ft)."
        );
        size.Leads.ShouldBe([
            "Replace the downspout with one of 3 x 4 in, or install 1 more downspout of 2 x 3 in on this gutter, so that each takes about 600 sq ft.",
        ]);
        // 4 x 5 in serve 2,000 sq ft; beyond that only more of them do.
        At(Gable(160).Plan, Gable(160).Downspout, null)!
            .Leads.ShouldBe(["Install 3 more downspouts of 2 x 3 in on this gutter, so that each takes about 600 sq ft."]);
        At(Gable(120).Plan, Gable(120).Downspout, null)!
            .Leads.Single()
            .ShouldStartWith("Replace the downspout with one of 4 x 5 in, or install 2 more");
    }

    /// <summary>600 sq ft at 6.5 in/h are 40.5 gal/min, at 6.7 in/h 41.8; a 2 x 3 in opening under 2.5 in carries 41.1 (orifice).</summary>
    [Theory]
    [InlineData(6.5, true)]
    [InlineData(6.7, false)]
    public void With_local_rain_the_opening_governs(double rain, bool enough)
    {
        var (plan, downspout) = Gable(40);
        var size = At(plan, downspout, rain)!;
        size.Enough.ShouldBe(enough);
        size.Gpm!.Value.ShouldBe(600 * rain / 96.25, 0.01);
        size.Words.ShouldContain("its 2 x 3 in opening carries 41.1 gal/min");
    }

    /// <summary>A level 4 x 3 in box of 40 ft carries 38.5 gal/min (spatially varied flow): 600 sq ft at 6.1 in/h are 38.0, at 6.3 in/h 39.3.</summary>
    [Theory]
    [InlineData(6.1, true)]
    [InlineData(6.3, false)]
    public void A_gutter_goes_by_its_length_to_the_downspout(double rain, bool enough)
    {
        var (plan, downspout) = Gable(40, 4, 5, new GutterSize(GutterShape.Box, 4, 3));
        var size = At(plan, downspout, rain)!;
        size.Enough.ShouldBe(enough);
        size.Words.ShouldContain($"its 4 in gutter carries 38.5 gal/min, and {Math.Round(600 * rain / 96.25, 1)} come from one side.");
        if (!enough)
        {
            size.Leads.ShouldBe(["Install a 5 in gutter, or add a downspout at the high end, so that the run is halved."]);
        }
        // In the middle of the eave each side brings half over half the length: 41.9 gal/min for 20 ft.
        var middle = downspout with
        {
            Spot = downspout.Spot with { Along = 20 * 12 },
        };
        At(plan, middle, 13)!.Enough.ShouldBeTrue(At(plan, middle, 13)!.Words);
        At(plan, middle, 13.6)!.Leads.ShouldBe(["Install a 5 in gutter, or add a downspout at the high end, so that the run is halved."]);
        // Nothing is said of a gutter where no rain is known.
        At(plan, downspout with { WidthInches = null }, null)!.Share.ShouldBeNull();
    }

    /// <summary>A flat roof that falls to its south parapet: 12 x 4 in to its top carries 268 gal/min (Francis), so 3,200 sq ft at 8 in/h (266) and not at 8.1 (269).</summary>
    [Theory]
    [InlineData(8.0, true)]
    [InlineData(8.1, false)]
    public void A_scupper_carries_to_its_top(double rain, bool enough)
    {
        var roof = Flat();
        var scupper = Detail(DetailKind.Scupper, roof.Alone!.SlopeId, 40, 0, 12) with { HeightInches = 4 };
        var size = At(Plans.Of(roof), scupper, rain)!;
        size.SquareFeet.ShouldBe(3200, 0.1);
        size.Enough.ShouldBe(enough);
        size.Leads.ShouldBe(enough ? [] : ["Widen the scupper to 13 x 4 in, or cut 1 more scupper of 12 x 4 in."]);
        At(Plans.Of(roof), scupper, null)!.Share.ShouldBeNull();
    }

    /// <summary>Pipe 4 in under 2 in of water: 0.6 · 0.0873 ft² · √(2 · 32.174 · 2/12) = 0.1715 cfs = 77.0 gal/min (orifice); 1,600 sq ft at 4.6 in/h are 76.5, at 4.7 78.1.</summary>
    [Theory]
    [InlineData(4.6, true)]
    [InlineData(4.7, false)]
    public void A_drain_carries_until_its_overflow_begins(double rain, bool enough)
    {
        var roof = Plans.Rectangle(1, 0, 0, 40, 40, 0);
        var flat = roof with { Kind = PartKind.Flat, Alone = new LoneSlope(Plans.Id(151), 0, 180) };
        var drain = Detail(DetailKind.Drain, Plans.Id(151), 20, 20, 10) with { PipeInches = 4 };
        var size = At(Plans.Of(flat), drain, rain)!;
        size.SquareFeet.ShouldBe(1600, 0.1);
        size.Enough.ShouldBe(enough);
        size.Leads.ShouldBe(
            enough ? [] : ["Add 1 more drain like it, each with its overflow; an engineer or a licensed plumber sizes them."]
        );
    }

    /// <summary>A roof of 20 by 8 ft with 3:12 at 6 ft; above it 6 ft of wall to the eave of the house at 14 ft: half of 20 · 6 is 60 sq ft.</summary>
    [Fact]
    public void Half_of_the_wall_above_is_named_beside_the_roof()
    {
        var house = Plans.Rectangle(1, 0, 0, 20, 12, 6, 1, 3) with { HeightInches = 14 * 12 };
        var plan = Plans.Of(
            house with
            {
                Corners = [.. house.Corners.Select(c => c with { OverhangInches = 0 })],
            },
            Plans.OneSlope(2, 0, -8, 20, 8, 3, 180, 6)
        );
        var downspout = Detail(DetailKind.Downspout, Plans.Id(251), 0, 0, 3, 4) with { Name = "porch downspout" };
        var size = At(plan, downspout, null)!;
        size.Words.ShouldStartWith(
            "Porch downspout: 280 sq ft of roof and 60 sq ft of wall (half of it) drain to it; its 3 x 4 in opening"
        );
        size.SquareFeet.ShouldBe(340, 0.1);
    }

    /// <summary>
    /// 3,200 sq ft that a drain at the low edge takes: at 8 in/h 266 gal/min, at 8.1 in/h 269 go over the parapet's scupper of 12 x 4 in, which carries 268 to its top (Francis);
    /// a second one doubles that.
    /// </summary>
    [Theory]
    [InlineData(8.0, 1, true)]
    [InlineData(8.1, 1, false)]
    [InlineData(16.0, 2, true)]
    [InlineData(16.2, 2, false)]
    public void With_the_drains_clogged_the_scuppers_have_all_of_it(double rain, int scuppers, bool enough)
    {
        var roof = Flat();
        var slope = roof.Alone!.SlopeId;
        List<DetailFact> details =
        [
            Detail(DetailKind.Drain, slope, 40, 1, null) with
            {
                Id = Plans.Id(700),
            },
            .. Enumerable
                .Range(0, scuppers)
                .Select(i => Detail(DetailKind.Scupper, slope, 4 + i, 30, 12) with { Id = Plans.Id(710 + i), HeightInches = 4 }),
        ];
        IReadOnlyList<OutletSize> Of(double? inches) => Core.RoofPlans.PlannedRoof.Of(Plans.Of(roof), details).OutletSizes(inches);
        var sizes = Of(rain);
        sizes.Count.ShouldBe(scuppers);
        sizes.ShouldAllBe(s => s.Enough == enough && s.SquareFeet == 0);
        sizes[0]
            .Words.ShouldContain(
                scuppers > 1
                    ? ": with the drains clogged 3,200 sq ft drain to the 2 scuppers, which carry "
                    : ": with the drains clogged 3,200 sq ft drain to it; its opening carries 268 of "
            );
        sizes[0]
            .Leads.ShouldBe(enough ? [] : ["Enlarge the overflow, or add 1 scupper of 12 x 4 in; have an engineer or designer size it."]);
        // Without a drain the same scuppers are no overflow, and without rain nothing is said of one.
        Core.RoofPlans.PlannedRoof.Of(Plans.Of(roof), details.Skip(1))
            .OutletSizes(rain)
            .ShouldNotContain(s => s.Words.Contains("clogged", StringComparison.Ordinal));
        Of(null)[0].Words.ShouldEndWith("no rain is known to check it by.");
        Of(null)[0].Enough.ShouldBeTrue();
    }

    /// <summary>
    /// A slot taller than three widths: Francis at a head of three widths, 3.33 · 0.4 L · (3 L)^1.5 with L of 2 in, is 35.2 gal/min; at its full height the formula would give nothing.
    /// A size that takes less than a twentieth was typed wrong, and no number is built on it.
    /// </summary>
    [Fact]
    public void A_slot_carries_something_and_a_size_typed_wrong_is_asked_about()
    {
        var roof = Flat();
        var slot = Detail(DetailKind.Scupper, roof.Alone!.SlopeId, 40, 0, 2) with { HeightInches = 12 };
        var size = At(Plans.Of(roof), slot, 2)!;
        size.Words.ShouldContain("its 2 x 12 in opening carries 35.2 gal/min");
        size.Leads.Single().ShouldStartWith("Widen the scupper to ");
        var (plan, downspout) = Gable(80, 0.01, 0.01);
        At(plan, downspout, 30)!.Leads.ShouldBe(["Check the size that is recorded: it carries almost none of what arrives."]);
        PlanNotices
            .Of(new NoticesRequest(new PlanRequest(plan, [downspout], [], Plans.Day), [], [], 30), RuleBook.Current)
            .Notices.Single(n => n.DetailId == downspout.Id)
            .Measure!.Value.ShouldBe(10_000);
    }

    [Fact]
    public void Several_without_a_name_are_told_by_their_place_along_the_eave()
    {
        var (plan, one) = Gable(80);
        var other = one with { Id = Plans.Id(702), Spot = one.Spot with { Along = 80 * 12 } };
        var third = one with { Id = Plans.Id(703), Spot = one.Spot with { Along = 40 * 12 }, Name = "middle downspout" };
        string[] Names(params DetailFact[] details) => [.. RainMaps.Of(new RainRequest(plan, details, 6)).Names.Select(n => n.Name)];
        Names(other, third, one).ShouldBe(["Downspout 2 from the left", "Middle downspout", "Downspout 1 from the left"]);
        Names(other, third).ShouldBe(["Downspout", "Middle downspout"]);
        Names(other, one with { Kind = DetailKind.Boot }).ShouldBe(["Downspout", "Boot"]);
        Names(other, one with { Spot = one.Spot with { SlopeId = Plans.Id(153) } }).ShouldBe(["Downspout", "Downspout"]);
    }

    [Fact]
    public void What_has_no_size_is_not_judged()
    {
        var (plan, downspout) = Gable(80);
        At(plan, downspout with { LengthInches = null }, 8).ShouldBeNull();
        At(plan with { Sized = false }, downspout, 8).ShouldBeNull();
        At(Plans.Of(Flat()), Detail(DetailKind.Drain, Plans.Id(151), 40, 0.5, 10), 8).ShouldBeNull();
    }

    [Fact]
    public void The_plan_notices_what_is_too_small_and_a_finding_on_it_takes_its_place()
    {
        var (plan, downspout) = Gable(80);
        var slopes = Core.RoofPlans.Editing.PlanSlopes.Of(new(null, plan, [], Plans.Day)).Changed;
        NoticesAnswer Of(double? rain, params FindingFact[] found) =>
            PlanNotices.Of(new NoticesRequest(new PlanRequest(plan, [downspout], [], Plans.Day), slopes, found, rain), RuleBook.Current);

        var notice = Of(null).Notices.Single();
        notice.Condition.ShouldBe("downspout-small");
        notice.Station.ShouldBe("gutters");
        notice.Measure!.Typed.ShouldBe("200");
        notice.DetailId.ShouldBe(downspout.Id);
        notice.Place.ShouldBe("Downspout");
        notice.Why.ShouldBe("1,200 sq ft of roof drains to it; its 2 x 3 in opening carries 600 sq ft (1 sq in for 100 sq ft).");
        notice.Advice.ShouldStartWith("Replace the downspout with one of 3 x 4 in");
        // 1,200 sq ft at 2 in/h are 24.9 gal/min: by rain of the place itself it is large enough.
        Of(2).Notices.ShouldBeEmpty();
        Of(null, Roof.Found("downspout-small") with { SlopeId = notice.SlopeId, DetailId = downspout.Id }).Notices.ShouldBeEmpty();
        var scupper = Detail(DetailKind.Scupper, Plans.Id(151), 40, 0, 4) with { HeightInches = 2 };
        PlanNotices
            .Of(new NoticesRequest(new PlanRequest(Plans.Of(Flat()), [scupper], [], Plans.Day), [], [], 6), RuleBook.Current)
            .Notices.Single(n => n.DetailId == scupper.Id)
            .Condition.ShouldBe("drain-small");
    }

    /// <summary>The job says what arrives and what would carry it, by the rain of the place; without a size it says neither.</summary>
    [Fact]
    public void A_job_says_where_to_lead_the_water_with_sizes()
    {
        var (plan, downspout) = Gable(80);
        IReadOnlyList<string> Steps(string condition, DetailFact detail, double? rain, bool pinned = true)
        {
            var slope = Roof.A with { Id = downspout.Spot.SlopeId, RoofId = plan.RoofId };
            var finding = Roof.Found(condition) with { SlopeId = slope.Id, DetailId = pinned ? detail.Id : null };
            var input = Roof.Input with
            {
                Slopes = [slope],
                Coverings = [],
                Findings = [finding],
                Plan = plan,
                Details = [detail],
                Local = rain is { } inches ? Local with { Rain = new LocalRain(inches, "table", new DateOnly(2026, 1, 1)) } : null,
            };
            return Assessor.Assess(input, RuleBook.Current).Work.Single(w => w.FindingId == finding.Id).Steps;
        }

        foreach (var pinned in new[] { true, false })
        {
            Steps("overshoot", downspout, 4, pinned)[^1]
                .ShouldBe(
                    "Replace the downspout with one of 3 x 4 in, or install 1 more downspout of 2 x 3 in on this gutter, so that each takes about 600 sq ft "
                        + "(Downspout: 1,200 sq ft of roof drains to it, 49.9 gal/min in rain of 4 in/h; its 2 x 3 in opening carries 41.1 gal/min)"
                );
        }
        Steps("overshoot", downspout, 3).ShouldNotContain(s => s.Contains("sq ft", StringComparison.Ordinal));
        Steps("overshoot", downspout with { WidthInches = null }, 4).ShouldNotContain(s => s.Contains("sq ft", StringComparison.Ordinal));
        Steps("gutter-clogged", downspout, 4).ShouldNotContain(s => s.Contains("sq ft", StringComparison.Ordinal));
    }

    private static PlanPart Flat() =>
        Plans.OneSlope(1, 0, 0, 80, 40, 0.25, 180, 12) is var roof
            ? roof with
            {
                Corners = [.. roof.Corners.Select(c => c with { ParapetInches = 24 })],
            }
            : throw new InvalidOperationException();
}
