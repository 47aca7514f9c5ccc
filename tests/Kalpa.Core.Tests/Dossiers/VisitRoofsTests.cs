using System.Text.Json;
using System.Text.Json.Nodes;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Dossiers;

/// <summary>A visit covers a property: each of its records is judged with the roof it was made on, and none goes missing.</summary>
public class VisitRoofsTests
{
    private static readonly DateOnly Day = new(2026, 9, 18);
    private static readonly PropertyFact Place = new(Guid.CreateVersion7(), "Tar Lane 3", "", "owner", WeatherExposure.Ordinary);
    private static readonly BuildingFact House = new(Guid.CreateVersion7(), Place.Id, "House");
    private static readonly BuildingFact Garage = new(Guid.CreateVersion7(), Place.Id, "Garage");
    private static readonly RoofFact Main = new(Guid.CreateVersion7(), House.Id, "Main roof");
    private static readonly RoofFact Flat = new(Guid.CreateVersion7(), Garage.Id, "Flat roof");
    private static readonly SlopeFact A = Slope(Main, "A", "6/12");
    private static readonly SlopeFact B = Slope(Flat, "B", "1/4:12");
    private static readonly VisitFact Both = new(Guid.CreateVersion7(), [Main.Id, Flat.Id], Day, "Tess Tester", "");

    private static readonly IReadOnlyList<(FactKind, IFact)> Structure =
    [
        (FactKind.Property, Place),
        (FactKind.Building, House),
        (FactKind.Building, Garage),
        (FactKind.Roof, Main),
        (FactKind.Roof, Flat),
        (FactKind.Slope, A),
        (FactKind.Slope, B),
        (FactKind.Covering, Covering(A, CoveringKind.LaminatedShingle)),
        (FactKind.Covering, Covering(B, CoveringKind.Epdm)),
    ];

    private static SlopeFact Slope(RoofFact roof, string letter, string pitch) =>
        new(Guid.CreateVersion7(), roof.Id, letter, "", TypedPitch.Of(pitch, PitchSource.Tape), Facing.South, Under.Attic);

    private static CoveringFact Covering(SlopeFact slope, string kind) =>
        new(Guid.CreateVersion7(), slope.Id, kind, 2012, 2012, AgeSource.Permit);

    private static FindingFact Finding(Guid visitId, Guid? slopeId, Guid? roofId = null) =>
        new(
            Guid.CreateVersion7(),
            visitId,
            slopeId,
            "edges",
            "drip-edge-missing",
            "",
            WaterEvidence.NoneSeen,
            Extent.OnePlace,
            RoofId: roofId
        );

    private static FactSet Set(params (FactKind Kind, IFact Fact)[] facts) =>
        new([.. Structure.Concat(facts).Select(f => new StandingFact(f.Item1, f.Item2, Guid.NewGuid(), false))], []);

    private static VisitDossier Dossier(VisitFact visit, params (FactKind Kind, IFact Fact)[] facts) =>
        DossierBuilder.Visit(Set([(FactKind.Visit, visit), .. facts]), visit.Id, RuleBook.Current)!;

    [Fact]
    public void Each_roof_is_judged_by_its_own_facts_in_the_order_they_are_walked()
    {
        var dossier = Dossier(Both with { Roofs = [Flat.Id, Main.Id] });
        dossier.Roofs.Select(r => r.Name).ShouldBe(["Garage", "House"]);
        dossier.Roofs.Select(r => r.Assessment.Slopes.Single().Letter).ShouldBe(["B", "A"]);
        // Each takes the walk of its own covering.
        dossier.Roofs.Select(r => r.Assessment.Progress.Walk).ShouldBe(["low-slope", "house"]);
    }

    [Fact]
    public void A_record_goes_to_the_roof_of_its_slope_else_to_the_one_it_names_else_to_the_first()
    {
        var onSlope = Finding(Both.Id, B.Id, roofId: Main.Id);
        var named = Finding(Both.Id, null, Flat.Id);
        var neither = Finding(Both.Id, null);
        var dossier = Dossier(Both, (FactKind.Finding, onSlope), (FactKind.Finding, named), (FactKind.Finding, neither));
        dossier.Roofs[0].Facts.Findings.ShouldBe([neither]);
        dossier.Roofs[1].Facts.Findings.ShouldBe([onSlope, named], ignoreOrder: true);
        // One count through the report: the second roof goes on where the first ends.
        dossier.Roofs.Select(r => r.FirstFinding).ShouldBe([1, 2]);
    }

    [Fact]
    public void What_hangs_on_a_finding_or_a_list_item_goes_with_it()
    {
        var finding = Finding(Both.Id, B.Id);
        var item = new PunchItemFact(Guid.CreateVersion7(), Both.Id, finding.Id, null, "edge", "fix", "crew", null);
        var reply = new PunchReplyFact(Guid.CreateVersion7(), Both.Id, item.Id, "crew", "", new string('a', 64), default);
        var photo = new PhotoFact(Guid.CreateVersion7(), Both.Id, finding.Id, null, new string('b', 64), "");
        var dossier = Dossier(
            Both,
            (FactKind.Finding, finding),
            (FactKind.PunchItem, item),
            (FactKind.PunchReply, reply),
            (FactKind.Photo, photo)
        );
        var garage = dossier.Roofs[1].Facts.Records!;
        garage.PunchItems.ShouldBe([item]);
        garage.PunchReplies.ShouldBe([reply]);
        garage.Photos.ShouldBe([photo]);
    }

    /// <summary>An item that names itself, or another item, as its finding leads nowhere and round in no circle.</summary>
    [Fact]
    public void A_record_that_points_at_itself_stays_on_the_first_roof()
    {
        var id = Guid.CreateVersion7();
        var item = new PunchItemFact(id, Both.Id, id, null, "edge", "fix", "crew", null);
        Dossier(Both, (FactKind.PunchItem, item)).Roofs[0].Facts.Records!.PunchItems.ShouldBe([item]);
    }

    [Fact]
    public void A_roof_with_something_recorded_is_looked_at_whether_it_was_named_or_not()
    {
        var finding = Finding(Both.Id, B.Id);
        var dossier = Dossier(Both with { Roofs = [Main.Id] }, (FactKind.Finding, finding));
        dossier.Roofs.Select(r => r.Name).ShouldBe(["House", "Garage"]);
        dossier.Roofs[1].Facts.Findings.ShouldBe([finding]);
        Dossier(Both with { Roofs = [Main.Id] }).Roofs.ShouldHaveSingleItem();
    }

    [Fact]
    public void A_roof_of_another_property_or_none_that_is_known_is_left_out()
    {
        var elsewhere = new PropertyFact(Guid.CreateVersion7(), "Elsewhere", "", "", WeatherExposure.Ordinary);
        var barn = new BuildingFact(Guid.CreateVersion7(), elsewhere.Id, "Barn");
        var roof = new RoofFact(Guid.CreateVersion7(), barn.Id, "Barn");
        var dossier = Dossier(
            Both with
            {
                Roofs = [Main.Id, roof.Id, Guid.CreateVersion7()],
            },
            (FactKind.Property, elsewhere),
            (FactKind.Building, barn),
            (FactKind.Roof, roof)
        );
        dossier.Roofs.Select(r => r.Name).ShouldBe(["House"]);
    }

    /// <summary>Last time is the last visit that looked at this roof, and what was found on this roof then.</summary>
    [Fact]
    public void Each_roof_has_its_own_last_time()
    {
        var first = Both with { Id = Guid.CreateVersion7(), On = Day.AddYears(-4) };
        var second = Both with { Id = Guid.CreateVersion7(), On = Day.AddYears(-1), Roofs = [Main.Id] };
        var onHouse = Finding(first.Id, A.Id);
        var onGarage = Finding(first.Id, null, Flat.Id);
        var again = Finding(second.Id, null);
        var dossier = Dossier(
            Both,
            (FactKind.Visit, first),
            (FactKind.Visit, second),
            (FactKind.Finding, onHouse),
            (FactKind.Finding, onGarage),
            (FactKind.Finding, again)
        );
        var (house, garage) = (dossier.Roofs[0].Facts.Records!, dossier.Roofs[1].Facts.Records!);
        house.LastTime!.VisitId.ShouldBe(second.Id);
        house.LastTime.Findings.ShouldBe([again]);
        house.PastVisits!.Select(v => v.VisitId).ShouldBe([first.Id, second.Id]);
        garage.LastTime!.VisitId.ShouldBe(first.Id);
        garage.LastTime.Findings.ShouldBe([onGarage]);
        garage.PastVisits!.Select(v => v.VisitId).ShouldBe([first.Id]);
    }

    [Fact]
    public void The_last_visit_of_a_roof_is_the_last_that_looked_at_it()
    {
        var later = Both with { Id = Guid.CreateVersion7(), On = Day.AddDays(30), Roofs = [Flat.Id] };
        var facts = Set((FactKind.Visit, Both), (FactKind.Visit, later));
        var property = DossierBuilder.Property(facts, Place.Id, Day.AddDays(60), RuleBook.Current)!;
        property
            .Summaries.ToDictionary(s => s.RoofName, s => s.LatestVisit!.Id)
            .ShouldBe(new Dictionary<string, Guid> { ["House"] = Both.Id, ["Garage"] = later.Id }, ignoreOrder: true);
        property.Visits.Select(v => v.Id).ShouldBe([later.Id, Both.Id]);
    }

    [Fact]
    public void Letters_that_two_standing_slopes_of_a_property_share_are_told()
    {
        IReadOnlyList<string> Shared(params SlopeFact[] more) =>
            DossierBuilder.Property(Set([.. more.Select(s => (FactKind.Slope, (IFact)s))]), Place.Id, Day, RuleBook.Current)!.SharedLetters;
        Shared().ShouldBeEmpty();
        Shared(Slope(Flat, "B", "4/12"), Slope(Flat, "A", "4/12"), Slope(Main, "A", "4/12")).ShouldBe(["A", "B"]);
        Shared(Slope(Flat, "A", "4/12") with { RetiredOn = Day }).ShouldBeEmpty();
    }

    [Fact]
    public void A_roof_knows_the_letters_of_the_others()
    {
        var dossier = Dossier(Both);
        dossier.Roofs.Select(r => r.LettersElsewhere.Single()).ShouldBe(["B", "A"]);
    }

    /// <summary>A walk said for the visit stands for every roof it is made for; one of another covering keeps its own.</summary>
    [Theory]
    [InlineData("house", "house", "low-slope")]
    [InlineData("low-slope", "house", "low-slope")]
    [InlineData("leak", "leak", "leak")]
    public void A_walk_said_for_the_visit_is_taken_where_it_suits(string said, string house, string garage)
    {
        var dossier = Dossier(Both with { Walk = said });
        dossier.Roofs.Select(r => r.Assessment.Progress.Walk).ShouldBe([house, garage]);
        // Of a single roof the inspector's word stands, whatever covers it.
        Dossier(Both with { Walk = said, Roofs = [Flat.Id] }).Roofs[0].Assessment.Progress.Walk.ShouldBe(said);
    }

    /// <summary>What was recorded of one roof changes nothing on another.</summary>
    [Fact]
    public void Any_record_of_the_garage_leaves_the_judgement_of_the_house_as_it_is()
    {
        var generator = new VisitGenerator(7);
        for (var i = 0; i < 40; i++)
        {
            var seen = generator.Visit(1, 3);
            var slope = seen.Slopes[0] with { RoofId = Flat.Id };
            (FactKind, IFact)[] records =
            [
                (FactKind.Slope, slope),
                .. seen.Coverings.Select(c => (FactKind.Covering, (IFact)c)),
                .. seen.Findings.Select(f => (FactKind.Finding, (IFact)(f with { VisitId = Both.Id, RoofId = Flat.Id }))),
                .. seen.Stages.Select(s => (FactKind.Stage, (IFact)(s with { VisitId = Both.Id }))),
                .. seen.Looks.Select(l => (FactKind.Look, (IFact)(l with { VisitId = Both.Id, RoofId = Flat.Id }))),
                .. seen.Records!.Answers.Select(a => (FactKind.Answer, (IFact)(a with { VisitId = Both.Id, RoofId = Flat.Id }))),
            ];
            var without = Dossier(Both).Roofs[0];
            var with = Dossier(Both, records).Roofs[0];
            Told(with).ShouldBe(Told(without));
            with.FirstFinding.ShouldBe(1);
        }

        static string Told(RoofVisit roof) => JsonSerializer.Serialize(roof.Assessment, KalpaJson.Default.Assessment);
    }

    /// <summary>Every kind of record of a visit finds the second roof: by what it hangs on, or by naming it.</summary>
    [Fact]
    public void Every_kind_of_record_of_a_visit_has_a_roof()
    {
        var roof = EveryKind.Id(FactKind.Roof);
        var shed = new RoofFact(Guid.CreateVersion7(), EveryKind.Id(FactKind.Building), "Shed");
        var visit = (VisitFact)EveryKind.Facts.Single(f => f.Kind == FactKind.Visit).Fact;
        var facts = EveryKind
            .Facts.Where(f => f.Kind != FactKind.Visit)
            .Select(f => (f.Kind, Fact: Naming(f, roof)))
            .Append((FactKind.Visit, visit with { Roofs = [shed.Id, roof] }))
            .Append((FactKind.Roof, shed));
        var set = new FactSet([.. facts.Select(f => new StandingFact(f.Item1, f.Item2, Guid.NewGuid(), false))], []);
        var dossier = DossierBuilder.Visit(set, visit.Id, RuleBook.Current)!;
        var second = Json(dossier.Roofs.Single(r => r.Roof.Id == roof).Facts);
        // What is signed, asked, agreed on and delivered is of the report, and so of the visit.
        dossier.Engagement!.Id.ShouldBe(EveryKind.Id(FactKind.Engagement));
        dossier.Deliveries!.Select(d => d.Id).ShouldBe([EveryKind.Id(FactKind.ReportDelivery)]);
        dossier.Signatures!.Select(s => s.Id).ShouldBe([EveryKind.Id(FactKind.ReportSignature)]);
        dossier.Questions!.Select(q => q.Id).ShouldBe([EveryKind.Id(FactKind.ReportQuestion)]);
        var records = EveryKind
            .Facts.Where(f =>
                f.Fact is IVisitFact and not (ReportSignatureFact or ReportQuestionFact or EngagementFact or ReportDeliveryFact)
            )
            .ToList();
        records.Count.ShouldBe(26);
        foreach (var record in records)
        {
            second.ShouldContain($"\"id\":\"{record.Fact.Id}\"", Case.Sensitive, $"{record.Kind}");
        }
        dossier.Roofs[0].Facts.Findings.ShouldBeEmpty();

        static string Json(Core.Assessing.AssessInput input) =>
            JsonSerializer.Serialize(input with { Visit = null }, KalpaJson.Default.AssessInput);
    }

    private static IFact Naming(StreamFact from, Guid roof)
    {
        var payload = JsonNode.Parse(from.Payload().GetRawText())!.AsObject();
        if (from.Fact is IRoofFact)
        {
            payload["roofId"] = roof;
        }
        return FactJson.Read(from.Kind, FactChange.CurrentContractVersion, payload.ToJsonString())!;
    }
}
