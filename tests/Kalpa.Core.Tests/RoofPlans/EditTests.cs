using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Measuring;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>Edits keep what hangs on a plan: ids, letters, details at their place.</summary>
public sealed class EditTests
{
    private static readonly PlanFact House = Plans.Of(Plans.Part(1, Plans.LShape, 6, 1, 4));

    private static PlanFact Edit(PlanFact plan, PlanEdit edit)
    {
        var answer = PlanEdits.Of(new PlanEditRequest(plan, edit));
        answer.Refused.ShouldBeNull();
        return answer.Plan;
    }

    private static PlanEdit On(PlanVerb verb, int corner) => new(verb, Plans.Id(100), Plans.Id(101 + corner));

    /// <summary>A letter names one slope of a property: the garage's slopes go on where the house's end.</summary>
    [Fact]
    public void Letters_of_other_roofs_are_given_to_no_slope_of_this_one()
    {
        var slopes = PlanSlopes.Of(new PlanSlopesRequest(null, House, [], Plans.Day, ["A", "C", "Z"])).Changed;
        slopes.Select(s => s.Letter).ShouldBe(["B", "D", "E", "F"]);
    }

    [Fact]
    public void SplittingGivesTheLongerHalfTheSlopeUnlessTheInspectorSaysOtherwise()
    {
        var split = On(PlanVerb.SplitEdge, 0) with { Share = 0.3, NewCornerId = Plans.Id(801), NewSlopeId = Plans.Id(802) };
        var longer = Edit(House, split).Parts[0].Corners;
        longer[1].SlopeId.ShouldBe(Plans.Id(151));
        longer[0].SlopeId.ShouldBe(Plans.Id(802));
        Edit(House, split with { FirstKeeps = true }).Parts[0].Corners[0].SlopeId.ShouldBe(Plans.Id(151));

        // Cut and put together again, the plan is the one it was.
        var whole = Edit(Edit(House, split with { FirstKeeps = true }), new PlanEdit(PlanVerb.RemoveCorner, Plans.Id(100), Plans.Id(801)));
        whole.Parts[0].Corners[0].X.ShouldBe(House.Parts[0].Corners[0].X);
        whole.Parts[0].Corners.Count.ShouldBe(House.Parts[0].Corners.Count);
        Plans.Measure(whole).TrueSquareFeet.ShouldBe(Plans.Measure(House).TrueSquareFeet);
    }

    /// <summary>Refused beyond what can be built: 24:12 is the steepest pitch, and no overhang or parapet is a hundred feet.</summary>
    [Theory]
    [InlineData(PlanVerb.SetPitch, 24, true)]
    [InlineData(PlanVerb.SetPitch, 24.01, false)]
    [InlineData(PlanVerb.SetPitch, 0, false)]
    [InlineData(PlanVerb.SetOverhang, 0, true)]
    [InlineData(PlanVerb.SetOverhang, 1_199.9, true)]
    [InlineData(PlanVerb.SetOverhang, 1_200, false)]
    [InlineData(PlanVerb.SetParapet, 1_199.9, true)]
    [InlineData(PlanVerb.SetParapet, 1_200, false)]
    [InlineData(PlanVerb.SetParapet, -1, false)]
    public void AnEditTakesWhatCanBeBuilt(PlanVerb verb, double value, bool taken)
    {
        var edit = On(verb, 0);
        edit = verb == PlanVerb.SetPitch ? edit with { RisePer12 = value } : edit with { Inches = value };
        (PlanEdits.Of(new PlanEditRequest(House, edit)).Refused is null).ShouldBe(taken);
    }

    [Fact]
    public void ASplitSlopeIsTwoInOnePlane()
    {
        var split = On(PlanVerb.SplitEdge, 0) with { Share = 0.5, NewCornerId = Plans.Id(801), NewSlopeId = Plans.Id(802) };
        var answer = Plans.Measure(Edit(House, split));

        answer.Problems.ShouldBeEmpty();
        answer.Feet(EdgeClass.Seam).ShouldBeGreaterThan(0);
        answer.TrueSquareFeet.ShouldBe(Plans.Measure(House).TrueSquareFeet, 0.05);
    }

    [Fact]
    public void AGableRetiresItsSlopeAndNoLetterIsGivenTwice()
    {
        var slopes = PlanSlopes.Of(new PlanSlopesRequest(null, House, [], Plans.Day)).Changed;
        slopes.Select(s => s.Letter).ShouldBe(["A", "B", "C", "D"]);
        var gabled = Edit(House, On(PlanVerb.ToggleGable, 0));
        var retired = PlanSlopes.Of(new PlanSlopesRequest(House, gabled, slopes, Plans.Day)).Changed.Single(s => s.RetiredOn is not null);
        retired.Id.ShouldBe(Plans.Id(151));

        IReadOnlyList<SlopeFact> known = [.. slopes.Where(s => s.Id != retired.Id), retired];
        var split = On(PlanVerb.SplitEdge, 2) with { Share = 0.5, NewCornerId = Plans.Id(801), NewSlopeId = Plans.Id(802) };
        var added = PlanSlopes.Of(new PlanSlopesRequest(gabled, Edit(gabled, split), known, Plans.Day)).Changed;
        added.Single(s => s.Id == Plans.Id(802)).Letter.ShouldBe("E");

        // The edge that becomes a slope again is the slope it was.
        var back = PlanSlopes.Of(new PlanSlopesRequest(gabled, House, known, Plans.Day)).Changed.Single(s => s.Id == retired.Id);
        (back.Letter, back.RetiredOn).ShouldBe((retired.Letter, null));
    }

    [Fact]
    public void AFootprintOutOfShapeRetiresNothing()
    {
        var slopes = PlanSlopes.Of(new PlanSlopesRequest(null, House, [], Plans.Day)).Changed;
        var knotted = Edit(House, On(PlanVerb.MoveCorner, 0) with { X = 600, Y = 600 });

        PlanSolver.Solve(knotted).Problems.ShouldNotBeEmpty();
        PlanSlopes.Of(new PlanSlopesRequest(House, knotted, slopes, Plans.Day)).Changed.ShouldBeEmpty();
    }

    [Fact]
    public void SlopesTakeTheirPitchSizeAndFacingFromThePlan()
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3));
        var slopes = PlanSlopes.Of(new PlanSlopesRequest(null, plan, [], Plans.Day)).Changed;

        var south = slopes.Single(s => s.Facing == Facing.South);
        south.Pitch.ShouldBe(new TypedPitch("6:12", 6, PitchSource.Plan));
        var planned = PlannedRoof.Of(plan, []);
        planned.SizeOf(south)!.TrueAreaSquareFeet.ShouldBe(600 * Math.Sqrt(1.25), 0.02);
        planned.SizeOf(south)!.EaveFeet.ShouldBe(40);
        // Letters only: nothing is measured.
        var unsized = House with
        {
            Sized = false,
        };
        var later = PlanSlopes.Of(new PlanSlopesRequest(null, unsized, [], Plans.Day)).Changed;
        PlannedRoof.Of(unsized, []).SizeOf(later[0]).ShouldBeNull();
    }

    [Fact]
    public void SettingALengthKeepsSquareCornersSquare()
    {
        var plan = Edit(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6)), On(PlanVerb.SetLength, 0) with { Inches = 44 * 12 });

        plan.Parts[0].Corners.Select(c => (c.X, c.Y)).ShouldBe([(0, 0), (528, 0), (528, 360), (0, 360)]);
    }

    /// <summary>Where the next edge runs on nearly in line, its far end stays: nothing there was square.</summary>
    [Theory]
    [InlineData(75, 0)] // cosine 0.26 to the edge's line: within 15° of square it is moved as a whole
    [InlineData(76, 48)]
    public void Setting_a_length_moves_the_next_edge_where_it_turns_off_square(double degrees, double moved)
    {
        var (x, y) = (360 * Math.Cos(degrees * Math.PI / 180), 360 * Math.Sin(degrees * Math.PI / 180));
        var part = Plans.Part(1, [(0, 0), (40, 0), (40 + (x / 12), y / 12), (0, 30)], 6);
        var plan = Edit(Plans.Of(part), On(PlanVerb.SetLength, 0) with { Inches = 528 });

        plan.Parts[0].Corners[1].X.ShouldBe(528);
        plan.Parts[0].Corners[2].X.ShouldBe(480 + x + moved, 0.01);
    }

    [Fact]
    public void MovingAnEdgeStretchesItsNeighbours()
    {
        var plan = Edit(House, On(PlanVerb.MoveEdge, 0) with { Inches = 24 });

        plan.Parts[0].Corners[0].Y.ShouldBe(-24);
        plan.Parts[0].Corners[1].Y.ShouldBe(-24);
        Plans.Measure(plan).PlanSquareFeet.ShouldBe(Plans.Measure(House).PlanSquareFeet + (40 * 2), 0.05);
    }

    public static TheoryData<string, PlanEdit> Refusals() =>
        new()
        {
            { "edit.unknown-part", new PlanEdit(PlanVerb.Rename, Plans.Id(7)) },
            { "edit.unknown-corner", new PlanEdit(PlanVerb.MoveCorner, Plans.Id(100), Plans.Id(7), X: 1, Y: 1) },
            { "edit.bad-pitch", On(PlanVerb.SetPitch, 0) with { RisePer12 = 0 } },
            { "edit.bad-pitch", On(PlanVerb.SetPitch, 0) with { RisePer12 = 25 } },
            { "edit.no-number", On(PlanVerb.MoveCorner, 0) with { X = double.NaN, Y = 0 } },
            { "edit.no-number", On(PlanVerb.SetLength, 0) with { Inches = -3 } },
            { "edit.no-split", On(PlanVerb.SplitEdge, 0) with { Share = 1.2 } },
            { "edit.no-part", new PlanEdit(PlanVerb.AddPart) },
        };

    [Theory]
    [MemberData(nameof(Refusals))]
    public void AnEditThatCannotBeLeavesThePlanAsItWas(string code, PlanEdit edit)
    {
        var answer = PlanEdits.Of(new PlanEditRequest(House, edit));

        answer.Refused?.Code.ShouldBe(code);
        answer.Plan.ShouldBeSameAs(House);
    }

    /// <summary>Whatever is edited: ids stay, nothing is thrown, a plan without problems tiles its footprints, and details keep their place.</summary>
    [Property(MaxTest = 200)]
    public void AnyRunOfEditsKeepsIdsAndPlaces(int seed)
    {
        var random = new Random(seed);
        var plan = House;
        for (var i = 0; i < 12; i++)
        {
            var before = plan;
            plan = PlanEdits.Of(new PlanEditRequest(plan, AnyEdit(plan, random, (seed % 1000 * 100) + i))).Plan;
            var answer = Plans.Measure(plan);
            if (answer.Problems.Count > 0)
            {
                continue;
            }
            var loop = plan.Parts[0].Corners.Select(c => new PlanPoint(c.X, c.Y)).ToList();
            answer.PlanSquareFeet.ShouldBe(Polygons.SignedArea(loop) / 144, 0.5);
            answer.Closings.ShouldAllBe(c => c.Closes);
            KeepsPlaces(before, plan);
        }
        plan.Parts[0].Corners.Select(c => c.Id).ShouldBeUnique();
        plan.Parts[0].Corners.Select(c => c.SlopeId).ShouldBeUnique();
    }

    private static void KeepsPlaces(PlanFact before, PlanFact after)
    {
        var old = PlanSolver.Solve(before);
        foreach (var facet in old.Facets)
        {
            var spot = DetailPlaces.At(old, facet.LabelX, facet.LabelY, null)!;
            var moved = PlanSpots.Of(new PlanSpotsRequest(before, after, [new SpotOf(Plans.Id(1), spot)], true)).Changed;
            var placed = DetailPlaces.Of(PlanSolver.Solve(after), Plans.Id(1), moved.Count == 0 ? spot : moved[0].Spot);
            if (placed.OnSlope && !WholeMoved(before, after))
            {
                placed.X.ShouldBe(facet.LabelX, 0.01);
                placed.Y.ShouldBe(facet.LabelY, 0.01);
            }
        }
    }

    private static bool WholeMoved(PlanFact before, PlanFact after) =>
        before.Parts[0].Corners.Count == after.Parts[0].Corners.Count
        && before.Parts[0].Corners.Zip(after.Parts[0].Corners).All(c => c.First.X != c.Second.X || c.First.Y != c.Second.Y);

    internal static PlanEdit AnyEdit(PlanFact plan, Random random, int fresh)
    {
        var corners = plan.Parts[0].Corners;
        var corner = corners[random.Next(corners.Count)];
        var edit = new PlanEdit(PlanVerb.ToggleGable, plan.Parts[0].Id, corner.Id);
        return random.Next(7) switch
        {
            0 => edit,
            1 => edit with { Verb = PlanVerb.MoveEdge, Inches = random.Next(-36, 60) },
            2 => edit with { Verb = PlanVerb.MoveCorner, X = corner.X + random.Next(-40, 40), Y = corner.Y + random.Next(-40, 40) },
            3 => edit with
            {
                Verb = PlanVerb.SplitEdge,
                Share = 0.2 + (0.6 * random.NextDouble()),
                NewCornerId = Plans.Id(100_000 + fresh),
                NewSlopeId = Plans.Id(900_000 + fresh),
            },
            4 => edit with { Verb = PlanVerb.RemoveCorner },
            5 => new PlanEdit(PlanVerb.SetPitch, plan.Parts[0].Id, RisePer12: random.Next(2, 14)),
            _ => new PlanEdit(PlanVerb.TurnPart, plan.Parts[0].Id, Degrees: random.Next(0, 360)),
        };
    }

    [Fact]
    public void A_part_is_named_raised_set_over_something_and_stood_on_a_slope()
    {
        PlanEdit OnPart(PlanVerb verb) => new(verb, Plans.Id(100));
        PlanPart After(PlanEdit edit) => Edit(House, edit).Parts.Single();
        After(OnPart(PlanVerb.Rename) with { Name = "Main house" }).Name.ShouldBe("Main house");
        After(OnPart(PlanVerb.Rename)).Name.ShouldBe("");
        After(OnPart(PlanVerb.SetHeight) with { Inches = 216 }).HeightInches.ShouldBe(216);
        After(OnPart(PlanVerb.SetUnder) with { Under = Under.Garage }).Under.ShouldBe(Under.Garage);
        After(OnPart(PlanVerb.StandOn) with { OnSlope = Plans.Id(951) }).OnSlope.ShouldBe(Plans.Id(951));
    }

    [Fact]
    public void Parts_are_added_and_taken_away()
    {
        var shed = Plans.Rectangle(2, 60, 0, 10, 10, 4);
        var both = Edit(House, new PlanEdit(PlanVerb.AddPart, Part: shed));
        both.Parts.Select(p => p.Id).ShouldBe([Plans.Id(100), Plans.Id(200)]);
        Edit(both, new PlanEdit(PlanVerb.RemovePart, Plans.Id(100))).Parts.ShouldBe([shed]);
        // Of two parts the one that is meant is changed.
        Edit(both, new PlanEdit(PlanVerb.Rename, Plans.Id(200), Name: "Shed")).Parts.Select(p => p.Name).ShouldBe(["", "Shed"]);
    }

    public static TheoryData<string, PlanEdit> Refused =>
        new()
        {
            { "edit.no-part", new PlanEdit(PlanVerb.AddPart) },
            { "edit.no-part", new PlanEdit(PlanVerb.AddPart, Part: House.Parts[0]) },
            { "edit.unknown-part", new PlanEdit(PlanVerb.RemovePart, Plans.Id(999)) },
            { "edit.no-number", new PlanEdit(PlanVerb.SetHeight, Plans.Id(100)) },
            { "edit.no-number", new PlanEdit(PlanVerb.SetHeight, Plans.Id(100), Inches: double.NaN) },
            { "edit.no-number", new PlanEdit(PlanVerb.TurnPart, Plans.Id(100), Degrees: double.PositiveInfinity) },
            { "edit.no-number", new PlanEdit(PlanVerb.MovePart, Plans.Id(100), X: 3) },
            { "edit.no-under", new PlanEdit(PlanVerb.SetUnder, Plans.Id(100)) },
            { "edit.unknown-corner", On(PlanVerb.MoveCorner, 40) with { X = 1, Y = 1 } },
            { "edit.no-split", On(PlanVerb.SplitEdge, 0) with { Share = 1, NewCornerId = Plans.Id(801), NewSlopeId = Plans.Id(802) } },
            { "edit.unknown", On((PlanVerb)99, 0) },
        };

    [Theory]
    [MemberData(nameof(Refused))]
    public void An_edit_that_cannot_be_made_changes_nothing_and_says_why(string code, PlanEdit edit)
    {
        var answer = PlanEdits.Of(new PlanEditRequest(House, edit));
        answer.Refused!.Code.ShouldBe(code);
        answer.Plan.ShouldBe(House);
    }

    [Theory]
    [InlineData(PlanVerb.MoveEdge)]
    [InlineData(PlanVerb.SetLength)]
    public void An_edge_of_no_length_has_no_direction(PlanVerb verb)
    {
        var corners = House.Parts[0].Corners.ToList();
        corners[1] = corners[1] with { X = corners[0].X, Y = corners[0].Y };
        var collapsed = House with { Parts = [House.Parts[0] with { Corners = corners }] };
        PlanEdits.Of(new PlanEditRequest(collapsed, On(verb, 0) with { Inches = 12 })).Refused!.Code.ShouldBe("edit.no-edge");
    }

    /// <summary>Between the eave and the ridge of a slope: an outline on it lies where its corners lie.</summary>
    [Fact]
    public void An_outline_on_a_slope_is_found_on_the_plan()
    {
        var house = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6));
        var pond = new OutlineOf(Plans.Id(7), Plans.Id(151), [new(60, 24), new(120, 24), new(90, 60)]);
        var elsewhere = pond with { Id = Plans.Id(8), SlopeId = Plans.Id(999) };
        var placed = PlanMeasures
            .Of(new PlanRequest(house, [], [], Plans.Day, Outlines: [pond, elsewhere]), Kalpa.Core.Rules.RuleBook.Current)
            .Outlines.ShouldHaveSingleItem();
        (placed.Id, placed.SlopeId).ShouldBe((pond.Id, pond.SlopeId));
        placed.Corners.Select(c => (c.X, c.Y)).ShouldBe([(60, 24), (120, 24), (90, 60)]);
    }
}
