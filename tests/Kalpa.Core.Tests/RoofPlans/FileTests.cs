using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Contracts;
using Kalpa.Core.Computing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Files;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>Files into a plan and out of it, and what turning, shifting and mirroring leave as it was. Whatever comes in, an answer comes out.</summary>
public sealed class FileTests
{
    [Fact]
    public void OurGeoJsonReadBackGivesTheSamePlan()
    {
        var plan = Plans.Of(Plans.Part(1, Plans.TShape, 7.25, 5), Plans.OneSlope(2, 10, -8.37, 16, 9, 0.3, 180, 7.5)) with
        {
            IceBarrierInches = 36.0625,
            Zones = [new PlanZone(Plans.Id(77), Under.Garage, [new(0, 0), new(1 / 3.0, 0), new(120, 360)])],
        };
        var chimney = new DetailFact(
            Plans.Id(5),
            plan.RoofId,
            DetailKind.Chimney,
            new Spot(Plans.Id(151), 100.1, 33),
            36,
            24,
            null,
            false,
            null,
            "stove"
        );
        var slopes = PlanSlopes.Of(new PlanSlopesRequest(null, plan, [], Plans.Day)).Changed;

        var text = ComputeServices
            .GeoJson(new PlanExportRequest(new PlanRequest(plan, [chimney], [], Plans.Day), slopes), RuleBook.Current)
            .Value!.Text;
        var read = OutlineReader.Read(new ImportRequest(text));

        read.Problems.ShouldBeEmpty();
        Same(read.Plan!, plan).ShouldBeTrue();
        read.Details.ShouldBe([chimney]);
    }

    /// <summary>Records hold lists, which compare by reference: their JSON compares them whole.</summary>
    private static bool Same(PlanFact a, PlanFact b) =>
        System.Text.Json.JsonSerializer.Serialize(a, KalpaJson.Default.PlanFact)
        == System.Text.Json.JsonSerializer.Serialize(b, KalpaJson.Default.PlanFact);

    /// <summary>No corner is farther than half a mile from the middle of its building; beyond it the unit is another one.</summary>
    [Theory]
    [InlineData(5_279, true)]
    [InlineData(5_281, false)]
    public void AnOutlineReachesAtMostHalfAMileFromItsMiddle(double feet, bool read) =>
        OutlineReader
            .Read(new ImportRequest(Ring($"[[0,0],[{feet},0],[{feet},40],[0,40],[0,0]]"), OutlineUnit.Feet))
            .Outlines.Any(o => o.Problem is null)
            .ShouldBe(read);

    /// <summary>A feature may carry a name, no properties at all, or properties that are no object.</summary>
    [Theory]
    [InlineData("{\"name\":\"Boat House\"}", "Boat House")]
    [InlineData("null", "Outline 1")]
    [InlineData("\"none\"", "Outline 1")]
    public void AnOutlineIsNamedByItsProperties(string properties, string name) =>
        OutlineReader
            .Read(
                new ImportRequest(
                    $"{{\"type\":\"Feature\",\"properties\":{properties},\"geometry\":{Ring("[[0,0],[40,0],[40,30],[0,30],[0,0]]")}}}",
                    OutlineUnit.Feet
                )
            )
            .Outlines.Single()
            .Name.ShouldBe(name);

    [Fact]
    public void AnOutlineInDegreesHasItsSizeInInches()
    {
        // 100 ft east by 50 ft north at 60° north, where a degree of longitude is half as long (sphere of 6,371,008.8 m).
        const double MetresPerDegree = 6_371_008.8 * Math.PI / 180;
        var (dx, dy) = (30.48 / (MetresPerDegree / 2), 15.24 / MetresPerDegree);
        var text = FormattableString.Invariant(
            $"{{\"type\":\"Feature\",\"properties\":{{\"name\":\"hall\"}},\"geometry\":{{\"type\":\"Polygon\",\"coordinates\":[[[5,60],[{5 + dx},60],[{5 + dx},{60 + dy}],[5,{60 + dy}],[5,60]]]}}}}"
        );
        var outline = OutlineReader.Read(new ImportRequest(text)).Outlines.ShouldHaveSingleItem();

        outline.Problem.ShouldBeNull();
        outline.Name.ShouldBe("hall");
        (outline.Corners.Max(c => c.X) - outline.Corners.Min(c => c.X)).ShouldBe(1200, 0.01);
        (outline.Corners.Max(c => c.Y) - outline.Corners.Min(c => c.Y)).ShouldBe(600, 0.01);
    }

    /// <summary>A quarter of an inch beside the line between its neighbors a corner says nothing; 0.0205 ft are 0.246 in, 0.0215 ft 0.258 in.</summary>
    [Theory]
    [InlineData("0.0205", 4)]
    [InlineData("0.0215", 5)]
    public void A_corner_a_quarter_inch_off_the_line_is_left_out(string off, int corners) =>
        OutlineReader
            .Read(new ImportRequest(Ring($"[[0,0],[20,{off}],[40,0],[40,30],[0,30],[0,0]]"), OutlineUnit.Feet))
            .Outlines.ShouldHaveSingleItem()
            .Corners.Count.ShouldBe(corners);

    [Fact]
    public void ClockwiseOutlinesAreTurnedRoundAndPlainCornersLeftOut()
    {
        var outline = OutlineReader
            .Read(
                new ImportRequest("""{"type":"Polygon","coordinates":[[[0,0],[0,30],[40,30],[40,0],[20,0.01],[0,0]]]}""", OutlineUnit.Feet)
            )
            .Outlines.ShouldHaveSingleItem();

        outline.Problem.ShouldBeNull();
        outline.Corners.Count.ShouldBe(4);
    }

    public static TheoryData<string, string, string> BadFiles() =>
        new()
        {
            { "a hole", Ring("[[0,0],[40,0],[40,30],[0,30],[0,0]],[[5,5],[9,5],[9,9],[5,5]]"), "import.hole" },
            { "left open", Ring("[[0,0],[40,0],[40,30],[0,30]]"), "import.open" },
            { "a bow tie", Ring("[[0,0],[40,30],[40,0],[0,30],[0,0]]"), "footprint.crosses-itself" },
            { "a corner of one number", Ring("[[0,0],[40],[40,30],[0,0]]"), "import.no-number" },
            { "miles long", Ring("[[0,0],[40000,0],[40000,30],[0,30],[0,0]]"), "import.too-large" },
            { "two corners", Ring("[[0,0],[40,0],[0,0]]"), "import.no-corners" },
            { "10,000 corners", Ring(Circle(10_000)), "import.too-many-corners" },
        };

    private static string Ring(string coordinates) => $"{{\"type\":\"Polygon\",\"coordinates\":[{coordinates}]}}";

    private static string Circle(int corners)
    {
        var points = Enumerable
            .Range(0, corners + 1)
            .Select(i => 2 * Math.PI * (i % corners) / corners)
            .Select((a, i) => FormattableString.Invariant($"[{(900 + (i % 2 * 5)) * Math.Cos(a)},{(900 + (i % 2 * 5)) * Math.Sin(a)}]"));
        return $"[{string.Join(',', points)}]";
    }

    [Theory]
    [MemberData(nameof(BadFiles))]
    public void ABadOutlineSaysWhatIsWrongAndNothingIsThrown(string what, string text, string code)
    {
        var outline = OutlineReader.Read(new ImportRequest(text, OutlineUnit.Feet)).Outlines.ShouldHaveSingleItem(what);

        outline.Problem?.Code.ShouldBe(code);
    }

    [Theory]
    [InlineData("""{"type":"Polygon","coordinates":[[[NaN,0]]]}""", "import.no-json")]
    [InlineData("not json at all", "import.no-json")]
    [InlineData("[]", "import.no-polygon")]
    [InlineData("""{"type":"Point","coordinates":[1,2]}""", "import.no-polygon")]
    [InlineData("""{"type":"Polygon","coordinates":"round the house"}""", "import.no-geojson")]
    [InlineData("""{"type":"Polygon","coordinates":[[["a",0],[1,0],[1,1],["a",0]]]}""", "import.no-geojson")]
    [InlineData("""{"type":"Polygon","coordinates":[[[59.1,-110],[59.1,-110.1],[59.2,-110.1],[59.1,-110]]]}""", "import.swapped")]
    // A half turn is the largest longitude there is, and the pole the largest latitude.
    [InlineData("""{"type":"Polygon","coordinates":[[[90,180],[59.1,179.9],[59.2,179.9],[90,180]]]}""", "import.swapped")]
    [InlineData("""{"type":"Polygon","coordinates":[[[59,180.1],[59.1,179.9],[59.2,179.9],[59,180.1]]]}""", "import.no-degrees")]
    [InlineData("""{"type":"Polygon","coordinates":[[[90.1,180],[59.1,179.9],[59.2,179.9],[90.1,180]]]}""", "import.no-degrees")]
    [InlineData("""{"type":"Polygon","coordinates":[[[500,400],[540,400],[540,430],[500,400]]]}""", "import.no-degrees")]
    [InlineData(
        """{"type":"FeatureCollection","features":[{"type":"Feature","properties":{"kalpa":"plan"},"geometry":null}]}""",
        "import.not-whole"
    )]
    public void ABadFileSaysWhatIsWrong(string text, string code) =>
        OutlineReader.Read(new ImportRequest(text)).Problems.ShouldHaveSingleItem().Code.ShouldBe(code);

    /// <summary>Turning, mirroring or shifting a whole plan changes no length, area or class.</summary>
    [Property(MaxTest = 60)]
    public void TurningOrShiftingAPlanChangesNoMeasure(int seed)
    {
        var random = new Random(seed);
        var plan = Plans.Of(Plans.Part(1, random.Next(2) == 0 ? Plans.LShape : Plans.TShape, random.Next(3, 14), 1));
        var turned = Turned(plan, random.NextDouble() * 360, random.Next(-3000, 3000), random.Next(-3000, 3000));
        var (a, b) = (Plans.Measure(plan), Plans.Measure(turned));

        b.TrueSquareFeet.ShouldBe(a.TrueSquareFeet, 0.1);
        b.Totals.Select(t => t.Class).ShouldBe(a.Totals.Select(t => t.Class));
        foreach (var (before, after) in a.Totals.Zip(b.Totals))
        {
            after.TrueFeet.ShouldBe(before.TrueFeet, 0.1);
        }
    }

    [Property(MaxTest = 60)]
    public void MirroringAPlanChangesNoMeasure(int seed)
    {
        var random = new Random(seed);
        var plan = Plans.Of(Plans.Part(1, random.Next(2) == 0 ? Plans.LShape : Plans.TShape, random.Next(3, 14)));
        var corners = plan.Parts[0].Corners;
        // Backwards, an edge begins where it ended.
        var mirrored = plan with
        {
            Parts =
            [
                plan.Parts[0] with
                {
                    Corners =
                    [
                        .. corners
                            .Select((c, i) => c with { X = -corners[(i + 1) % corners.Count].X, Y = corners[(i + 1) % corners.Count].Y })
                            .Reverse(),
                    ],
                },
            ],
        };
        var (a, b) = (Plans.Measure(plan), Plans.Measure(mirrored));

        b.Problems.ShouldBeEmpty();
        b.TrueSquareFeet.ShouldBe(a.TrueSquareFeet, 0.1);
        b.Totals.Select(t => (t.Class, Math.Round(t.TrueFeet))).ShouldBe(a.Totals.Select(t => (t.Class, Math.Round(t.TrueFeet))));
    }

    /// <summary>A file of exactly 8 MB is still read, here in vain; one letter more is not.</summary>
    [Theory]
    [InlineData(8_000_000, "import.no-json")]
    [InlineData(8_000_001, "import.too-long")]
    public void AFileOfEightMegabytesIsTheLargestThatIsRead(int letters, string code) =>
        OutlineReader.Read(new ImportRequest(new string(' ', letters))).Problems.Single().Code.ShouldBe(code);

    [Fact]
    public void PartsThatOverlapAtOneHeightAreToldAtThePlace()
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6), Plans.Rectangle(2, 30, 10, 20, 10, 6));
        var problem = Plans.Measure(plan).Problems.ShouldHaveSingleItem();

        problem.Code.ShouldBe("plan.overlap");
        problem.X!.Value.ShouldBeInRange(30 * 12, 40 * 12);
        // Well above, one is clear of the other.
        Plans.Measure(Plans.Of(plan.Parts[0], plan.Parts[1] with { HeightInches = 400 })).Problems.ShouldBeEmpty();
    }

    [Fact]
    public void ADetailOffTheRoofNeedsAPlaceAndTheRestIsMeasured()
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6));
        DetailFact Boot(Guid slope, double along, double up) => new(Plans.Id(5), plan.RoofId, DetailKind.Boot, new Spot(slope, along, up));

        Plans.Measure(plan, Boot(Plans.Id(151), 100, 500)).Problems.ShouldHaveSingleItem().Code.ShouldBe("detail.off-slope");
        Plans.Measure(plan, Boot(Plans.Id(7777), 1, 1)).Details[0].OnSlope.ShouldBeFalse();
        var placed = Plans.Measure(plan, Boot(Plans.Id(151), 240, 60)).Details[0];
        // Along 6:12: 5 ft of run are 5.59 ft of roof; the slope is 15 ft of run.
        (placed.OnSlope, placed.EaveFeet, placed.RidgeFeet).ShouldBe((true, 5.59, 11.18));
    }

    private static PlanFact Turned(PlanFact plan, double degrees, double dx, double dy)
    {
        var part = plan.Parts[0];
        var turned = PlanEdits.Of(new PlanEditRequest(plan, new PlanEdit(PlanVerb.TurnPart, part.Id, Degrees: degrees))).Plan;
        return PlanEdits.Of(new PlanEditRequest(turned, new PlanEdit(PlanVerb.MovePart, part.Id, X: dx, Y: dy))).Plan;
    }
}
