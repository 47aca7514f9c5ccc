using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Leaks;

/// <summary>Values of the leak desk by hand: fit of a place, weight by age, chances, tests. The figures are planning figures from memory; what is held is that they stay.</summary>
public sealed class LeakValueTests
{
    private const string Laminated = "laminatedShingle";

    private static LeakAnswer Of(LeakRequest request) => LeakDesk.Of(request, RuleBook.Current);

    private static LeakCandidate Kind(LeakAnswer answer, string kind) => answer.Candidates.First(c => c.Kind == kind);

    [Theory]
    // 400 sq ft · e^(−d/m)/(m+u) · normal(s; σ), nine tenths of it and a tenth anywhere; at most 20.
    [InlineData(LeakAssembly.Rafters, 0, 0, 19.3)]
    [InlineData(LeakAssembly.Rafters, 4, 0, 7.1)]
    [InlineData(LeakAssembly.Rafters, 12, 0, 1.1)]
    [InlineData(LeakAssembly.Rafters, 4, 3, 1.1)]
    [InlineData(LeakAssembly.Trusses, 0, 0, 18)]
    [InlineData(LeakAssembly.Trusses, 4, 3, 1.6)]
    [InlineData(LeakAssembly.Boards, 4, 0, 3.3)]
    [InlineData(LeakAssembly.OnUnderlayment, 12, 0, 1.2)]
    [InlineData(LeakAssembly.TileUnderlayment, 4, 0, 3.3)]
    [InlineData(LeakAssembly.FluteDeck, 0, 0, 15)]
    [InlineData(LeakAssembly.FluteDeck, 12, 0, 5.6)]
    [InlineData(LeakAssembly.Concrete, 0, 0, 3)]
    [InlineData(LeakAssembly.OldRoof, 5, 0, 1.4)]
    public void A_place_fits_by_how_far_water_travels(LeakAssembly assembly, double down, double side, double fit) =>
        LeakPaths.Fit(assembly, false, down, side, false).ShouldBe(fit, 0.07);

    /// <summary>
    /// Along flutes or framing across the slope water goes either way: 0.1 + 0.9 · area · e^(−|s|/m) / 2m · Normal(d; σ), with the lengths of the same assembly (from memory). What
    /// has no direction of its own does not change.
    /// </summary>
    [Theory]
    [InlineData(LeakAssembly.FluteDeck, 0, 0, 10.07)]
    [InlineData(LeakAssembly.FluteDeck, 0, 12, 3.77)]
    [InlineData(LeakAssembly.FluteDeck, 0, -12, 3.77)]
    [InlineData(LeakAssembly.FluteDeck, 3, 0, 6.15)]
    [InlineData(LeakAssembly.FluteDeck, -3, 0, 6.15)]
    [InlineData(LeakAssembly.Rafters, 0, 0, 12.07)]
    [InlineData(LeakAssembly.Rafters, 0, 4, 4.50)]
    [InlineData(LeakAssembly.Concrete, 0, 0, 3)]
    [InlineData(LeakAssembly.OnUnderlayment, 12, 0, 1.2)]
    public void Across_the_slope_water_goes_along_the_framing(LeakAssembly assembly, double down, double side, double fit) =>
        LeakPaths.Fit(assembly, false, down, side, false, across: true).ShouldBe(fit, 0.07);

    /// <summary>A tap is put by eye: 3 ft more of doubt across the framing, root of the squares with the 1.5 ft of rafters.</summary>
    [Fact]
    public void A_tap_is_as_uncertain_across_the_framing() =>
        (LeakPaths.Fit(LeakAssembly.Rafters, false, 4, 0, true, across: true) - 0.1).ShouldBe(
            360 / 8.0 * Math.Exp(-16 / (2 * 11.25)) / (Math.Sqrt(11.25) * Math.Sqrt(2 * Math.PI)),
            1e-9
        );

    [Theory]
    [InlineData(LeakAssembly.FluteDeck, 0, 48, true)]
    [InlineData(LeakAssembly.FluteDeck, 0, -48.1, false)]
    [InlineData(LeakAssembly.FluteDeck, -15, 0, true)]
    [InlineData(LeakAssembly.FluteDeck, 15.1, 0, false)]
    [InlineData(LeakAssembly.Rafters, 7.5, 16, true)]
    [InlineData(LeakAssembly.Rafters, 0, 16.1, false)]
    [InlineData(LeakAssembly.OnUnderlayment, 20, 0, true)]
    public void Reach_across_the_slope_is_long_to_the_side(LeakAssembly assembly, double down, double side, bool reaches) =>
        LeakPaths.InReach(assembly, false, down, side, across: true).ShouldBe(reaches);

    [Theory]
    [InlineData(0, 0, 6.5)]
    [InlineData(4, 0, 2.7)]
    [InlineData(4, 3, 1.7)]
    public void Pipes_and_masonry_drip_straight_down(double down, double side, double fit) =>
        LeakPaths.Fit(LeakAssembly.Rafters, true, down, side, false).ShouldBe(fit, 0.06);

    [Fact]
    public void A_cathedral_bay_shows_at_its_foot_wherever_the_water_came_in() =>
        LeakPaths.Fit(LeakAssembly.Cathedral, false, 12, 0, false).ShouldBe(LeakPaths.Fit(LeakAssembly.Cathedral, false, 1, 0, false));

    [Theory]
    [InlineData(LeakAssembly.Rafters, -10, 0, true)]
    [InlineData(LeakAssembly.Rafters, -10.1, 0, false)]
    [InlineData(LeakAssembly.Rafters, 16, 7.5, true)]
    [InlineData(LeakAssembly.Rafters, 16.1, 0, false)]
    [InlineData(LeakAssembly.Rafters, 5, 7.6, false)]
    [InlineData(LeakAssembly.FluteDeck, 48, 15, true)]
    [InlineData(LeakAssembly.FluteDeck, 48.1, 0, false)]
    public void Reach_ends_where_water_no_longer_comes_from(LeakAssembly assembly, double down, double side, bool reaches) =>
        LeakPaths.InReach(assembly, false, down, side).ShouldBe(reaches);

    [Theory]
    [InlineData(PartClock.Wears, 3, 0.2)]
    [InlineData(PartClock.Wears, 4, 0.7)]
    [InlineData(PartClock.Wears, 10, 0.7)]
    [InlineData(PartClock.Wears, 11, 1.5)]
    [InlineData(PartClock.Wears, 20, 1.5)]
    [InlineData(PartClock.Wears, 21, 2.2)]
    [InlineData(PartClock.BuiltWrong, 3, 2.5)]
    [InlineData(PartClock.BuiltWrong, 10, 1.5)]
    [InlineData(PartClock.BuiltWrong, 20, 0.8)]
    [InlineData(PartClock.BuiltWrong, 21, 0.5)]
    [InlineData(PartClock.NailRust, 3, 0.3)]
    [InlineData(PartClock.NailRust, 10, 1.3)]
    [InlineData(PartClock.NailRust, 20, 1.5)]
    [InlineData(PartClock.NailRust, 21, 1.2)]
    [InlineData(PartClock.Chance, 30, 1)]
    public void Age_at_the_first_leak_weighs_by_how_the_part_fails(PartClock clock, double years, double factor) =>
        LeakKinds.AgeFactor(clock, years).ShouldBe(factor);

    [Fact]
    public void A_split_boot_straight_above_in_every_rain_is_almost_sure()
    {
        var answer = Of(
            new LeakRequest(
                Laminated,
                ["every-rain"],
                14,
                Assembly: LeakAssembly.Rafters,
                Shape: StainShape.Ring,
                Findings: [new LeakFinding("boot-collar-torn", 3, 0)],
                Details: [new LeakDetail("boot", 3, 0)]
            )
        );
        // By hand: 12 · 1.5 · (3.67 · 1.59 · 9.15 · 0.72 · 5)^0.85 = 1,580 beside about 50 for what can be anywhere on the slope, 6 for what is on no list, and pairs of it with each.
        answer.Candidates[0].Kind.ShouldBe("pipe-boot");
        answer.Candidates[0].Chance.ShouldBe(0.9, 0.001);
        answer.State.ShouldBe(LeakState.MostLikely);
        answer.Words.ShouldStartWith("Most likely the collar of the pipe boot");
        answer.Candidates[0].For.ShouldContain("It leaks in every rain", Case.Insensitive);
        answer.Candidates[0].For.ShouldContain("3 ft upslope of the stain");
    }

    [Fact]
    public void Only_a_test_finds_it()
    {
        var request = new LeakRequest(
            Laminated,
            ["every-rain"],
            14,
            Findings: [new LeakFinding("boot-collar-torn", 3, 0, WaterEvidence.Active)],
            Details: [new LeakDetail("boot", 3, 0)]
        );
        Of(request).State.ShouldBe(LeakState.MostLikely);
        var tested = Of(request with { Tests = [new LeakTested("pipe-boot", LeakTestKind.Hose, LeakTestResult.Wet)] });
        tested.State.ShouldBe(LeakState.Found);
        tested.Tests.ShouldBeEmpty();
        tested.Words.ShouldBe("Found: the collar of the pipe boot, shown by a test.");
        // A test that stayed dry takes a hose's miss rate off it: 0.15 / 0.9.
        Kind(Of(request with { Tests = [new LeakTested("pipe-boot", LeakTestKind.Hose, LeakTestResult.Dry)] }), "pipe-boot")
            .Chance.ShouldBeLessThan(Kind(Of(request), "pipe-boot").Chance);
        Of(request with { Tests = [new LeakTested("pipe-boot", LeakTestKind.Hose, LeakTestResult.Unclear)] })
            .State.ShouldBe(LeakState.MostLikely);
    }

    [Fact]
    public void Nothing_known_is_not_explained()
    {
        var answer = Of(new LeakRequest(Laminated, [], Near: null));
        answer.Tests.ShouldNotBeEmpty();
        answer.State.ShouldNotBe(LeakState.MostLikely);
        var dry = Of(
            new LeakRequest(
                Laminated,
                [],
                8,
                Tests:
                [
                    .. LeakKinds
                        .All.Where(k => k.OverArea)
                        .Select(k => new LeakTested(k.Key, LeakTestKind.AtticInRain, LeakTestResult.Dry)),
                ]
            )
        );
        dry.State.ShouldBe(LeakState.NotExplained);
        dry.Candidates[0].Kind.ShouldBe("something-else");
        dry.Words.ShouldBe("Not explained by what is known. Test before repairing anything.");
    }

    [Fact]
    public void Cold_mornings_without_rain_are_not_the_covering()
    {
        var answer = Of(
            new LeakRequest(
                Laminated,
                ["cold-dry"],
                12,
                12,
                Shape: StainShape.Many,
                Findings: [new LeakFinding("condensation-duct", 1, 1), new LeakFinding("boot-collar-torn", 4, 0)]
            )
        );
        answer.Candidates[0].Kind.ShouldBe("fan-duct");
        answer.Candidates[0].NotTheCovering.ShouldBeTrue();
        answer.Words.ShouldEndWith("That is not the roof covering.");
    }

    [Theory]
    [InlineData(Facing.East, 2.4)]
    [InlineData(Facing.NorthEast, 2.4)]
    [InlineData(Facing.North, 1)]
    [InlineData(Facing.NorthWest, 0.3)]
    [InlineData(Facing.West, 0.3)]
    public void Wind_from_the_east_blows_into_what_faces_it(Facing facing, double factor) =>
        LeakLikelihoods.OfWind("east", facing, LeakSignature.Wind).ShouldBe(factor);

    [Theory]
    [InlineData(Facing.SouthEast, 1.5)]
    [InlineData(Facing.South, 1)]
    [InlineData(Facing.SouthWest, 0.75)]
    public void Any_rain_is_blown_less(Facing facing, double factor) =>
        LeakLikelihoods.OfWind("east", facing, LeakSignature.AnyRain).ShouldBe(factor);

    [Fact]
    public void Two_answers_are_weighed_as_the_mean_of_both()
    {
        LeakLikelihoods.OfWhen(["every-rain"], LeakSignature.AnyRain).ShouldBe(55 / 15.0, 1e-9);
        LeakLikelihoods.OfWhen(["every-rain", "wind-rain"], LeakSignature.AnyRain).ShouldBe((55 + 12) / (15.0 + 12), 1e-9);
        LeakLikelihoods.OfWhen(["unheard-of"], LeakSignature.AnyRain).ShouldBe(1);
        LeakLikelihoods.OfWhen([], LeakSignature.Wind).ShouldBe(1);
    }

    [Theory]
    [InlineData("hours", true)]
    [InlineData("day", true)]
    [InlineData("hour", false)]
    [InlineData("at-once", false)]
    [InlineData("unknown", false)]
    public void Water_that_comes_hours_later_was_stored(string delay, bool stored)
    {
        double Masonry(string said) =>
            Kind(
                Of(new LeakRequest(Laminated, ["every-rain"], 12, 40, Delay: said, Details: [new LeakDetail("chimney", 2, 0)])),
                "masonry"
            ).Chance;
        (Masonry(delay) > Masonry("")).ShouldBe(stored);
    }

    [Fact]
    public void What_is_said_of_leaks_of_one_kind_adds_to_a_hundred()
    {
        foreach (var signature in Enum.GetValues<LeakSignature>())
        {
            LeakLikelihoods.Answers.Sum(a => LeakLikelihoods.Percent(a, signature)).ShouldBe(100, $"{signature}");
            Enum.GetValues<StainShape>().Sum(s => LeakLikelihoods.Percent(s, signature)).ShouldBe(100, $"{signature}");
        }
    }

    /// <summary>
    /// A boot that was looked at and found sound counts 0.4 of one that nobody looked at, a probed one 0.2, one that was replaced and leaks still 0.35; what is taken off it goes to the
    /// flue beside it and to the rest (planning figures, from memory; chances in steps of 0.05).
    /// </summary>
    [Theory]
    [InlineData(DetailLook.NotInspected, false, 0.55, 0.15)]
    [InlineData(DetailLook.Looked, false, 0.4, 0.2)]
    [InlineData(DetailLook.Probed, false, 0.3, 0.25)]
    [InlineData(DetailLook.NotInspected, true, 0.35, 0.25)]
    public void A_look_counts_against_what_was_found_sound(DetailLook look, bool replaced, double boot, double flue)
    {
        var answer = Of(
            new LeakRequest(
                Laminated,
                ["every-rain"],
                14,
                Tried: replaced ? ["boot"] : [],
                Details: [new LeakDetail("boot", 3, 0, look), new LeakDetail("flue", 3, 0)]
            )
        );
        (Kind(answer, "pipe-boot").Chance, Kind(answer, "flue-collar").Chance).ShouldBe((boot, flue));
    }

    [Fact]
    public void What_was_repaired_and_still_leaks_counts_less()
    {
        LeakRequest Asked(params string[] tried) =>
            new(
                Laminated,
                ["every-rain"],
                14,
                Near: LeakNear.Vent,
                Tried: tried,
                Details: [new LeakDetail("boot", 3, 0), new LeakDetail("flue", 4, 1)]
            );
        Kind(Of(Asked("boot")), "pipe-boot").Chance.ShouldBeLessThan(Kind(Of(Asked()), "pipe-boot").Chance);
        Kind(Of(Asked("gutters")), "pipe-boot").Chance.ShouldBe(Kind(Of(Asked()), "pipe-boot").Chance);
    }

    [Fact]
    public void Answers_that_do_not_fit_together_are_told()
    {
        Of(new LeakRequest(Laminated, ["never", "every-rain"])).Clashes.ShouldHaveSingleItem().ShouldContain("does not leak");
        Of(new LeakRequest(Laminated, ["dry-weather", "heavy-rain"])).Clashes.ShouldHaveSingleItem().ShouldContain("two causes");
        Of(new LeakRequest(Laminated, ["long-after"], Delay: "at-once")).Clashes.ShouldHaveSingleItem().ShouldContain("long after rain");
        Of(new LeakRequest(Laminated, ["every-rain"], HouseYears: 5, YearsSinceFirst: 6))
            .Clashes.ShouldHaveSingleItem()
            .ShouldContain("longer than the house is old");
        Of(new LeakRequest(Laminated, ["every-rain"], HouseYears: 5, YearsSinceFirst: 5)).Clashes.ShouldBeEmpty();
    }

    [Fact]
    public void The_next_test_is_one_at_a_time_and_says_what_is_dangerous()
    {
        var tests = Of(
            new LeakRequest(
                Laminated,
                ["heavy-rain"],
                6,
                6,
                Shape: StainShape.AtWall,
                Findings: [new LeakFinding("kickout-missing", 1, 1), new LeakFinding("gutter-clogged", 0, 0)]
            )
        ).Tests;
        // A tie of two: ten minutes with a look come before thirty-five with a hose (common practice).
        tests[0].Minutes.ShouldBe(10);
        tests[0].Test.ShouldBeOneOf(LeakTestKind.LiftLap, LeakTestKind.GutterLook);
        tests.ShouldAllBe(t => t.Bits > 0);
        tests.First(t => t.Test == LeakTestKind.GutterLook).Caution.ShouldContain("ladder");
    }

    [Fact]
    public void Chances_add_up_with_something_else_and_pairs()
    {
        foreach (var when in LeakLikelihoods.Answers)
        {
            var sum = Of(new LeakRequest(Laminated, [when], 12, 30, Near: LeakNear.Chimney)).Candidates.Sum(c => c.Chance);
            // Two ways in at once count for both, so that the sum is a little over one; each is rounded to five percent.
            sum.ShouldBeInRange(0.75, 1.35, when);
        }
    }

    [Fact]
    public void More_evidence_never_makes_it_less_likely()
    {
        var order = new[] { WaterEvidence.NotChecked, WaterEvidence.Suspected, WaterEvidence.Stained, WaterEvidence.Active };
        foreach (
            var condition in new[] { "boot-collar-torn", "counter-flashing-missing", "valley-nails", "gutter-clogged", "crown-cracked" }
        )
        {
            var chances = order
                .Select(water =>
                    Of(
                        new LeakRequest(
                            Laminated,
                            ["every-rain"],
                            12,
                            30,
                            Near: LeakNear.MidSlope,
                            Findings: [new LeakFinding(condition, 5, 2, water)]
                        )
                    )
                )
                .Select(a => a.Candidates.FirstOrDefault(c => c.Kind != "something-else" && c.For.Contains("was found"))?.Chance ?? 0)
                .ToList();
            chances.ShouldBe([.. chances.Order()], condition);
        }
    }

    [Fact]
    public void Every_condition_that_is_told_apart_is_in_the_book_and_has_its_way_in()
    {
        foreach (var condition in LeakSigns.Conditions)
        {
            RuleBook.Current.FindCondition(condition).ShouldNotBeNull(condition);
            LeakKinds.Find(LeakSigns.Of(RuleBook.Current, condition)!.Value.Kind).ShouldNotBeNull(condition);
        }
    }

    [Fact]
    public void Every_kind_of_detail_and_every_place_names_ways_in_that_there_are()
    {
        var named = Enum.GetValues<LeakNear>()
            .SelectMany(LeakSigns.OfNear)
            .Concat(DetailKind.All.SelectMany(LeakSigns.OfDetail))
            .Distinct()
            .ToList();
        named.ShouldAllBe(kind => LeakKinds.Find(kind) != null);
    }

    /// <summary>Where nobody found one, a slope is taken for too low below 4:12 only (IRC 2021 R905.2.2: double underlayment under shingles from 2:12 to 4:12).</summary>
    [Theory]
    [InlineData(3.9, true)]
    [InlineData(4, false)]
    public void A_slope_is_too_low_below_four_in_twelve(double rise, bool possible) =>
        Of(new LeakRequest(Laminated, ["every-rain"], 8, RisePer12: rise))
            .Candidates.Any(c => c.Kind == "slope-too-low")
            .ShouldBe(possible);

    [Fact]
    public void No_ice_dams_where_it_does_not_freeze()
    {
        LeakAnswer Thaw(bool cold) => Of(new LeakRequest(Laminated, ["thaw"], 8, Near: LeakNear.Eave, ColdClimate: cold));
        Thaw(true).Candidates[0].Kind.ShouldBe("ice-dam");
        Thaw(false).Candidates.ShouldNotContain(c => c.Kind == "ice-dam");
    }

    [Theory]
    [InlineData(LeakSurface.SkylightShaft, "skylight-flashing")]
    [InlineData(LeakSurface.Wall, "step-flashing")]
    public void Where_the_stain_is_says_what_is_above_it(LeakSurface surface, string kind)
    {
        double Chance(LeakSurface at) =>
            Of(new LeakRequest(Laminated, ["every-rain"], 12, 12, Surface: at)).Candidates.FirstOrDefault(c => c.Kind == kind)?.Chance ?? 0;
        Chance(surface).ShouldBeGreaterThan(Chance(LeakSurface.Ceiling));
    }

    [Fact]
    public void A_place_by_eye_is_held_less_against_a_thing_aside() =>
        // 3 ft more of spread: 4 ft aside costs a taped place far more than one by eye.
        (
            LeakPaths.Fit(LeakAssembly.Rafters, false, 3, 4, true) / LeakPaths.Fit(LeakAssembly.Rafters, false, 3, 4, false)
        ).ShouldBeGreaterThan(5);
}
