using System.Text.Json;
using System.Text.Json.Nodes;
using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.Rules;

namespace Kalpa.Samples;

/// <summary>A fact of a stream, recorded or taken away.</summary>
public sealed record StreamFact(FactKind Kind, IFact Fact, bool Deleted = false)
{
    public JsonElement Payload() => JsonSerializer.SerializeToElement(Fact, Fact.GetType(), KalpaJson.Default);
}

/// <summary>
/// A property as its server knows it, and what one device records there afterwards without a connection: a follow-up, changes of earlier facts, of the plan and
/// of the firm's settings.
/// </summary>
public sealed record FactStream(Guid PropertyId, Guid VisitId, IReadOnlyList<StreamFact> Known, IReadOnlyList<StreamFact> Offline);

/// <summary>Made-up streams of facts from a fixed seed.</summary>
public sealed class StreamGenerator(int seed)
{
    private readonly Random random = new(seed);
    private readonly VisitGenerator visits = new(seed + 1);

    public FactStream Next()
    {
        var property = new PropertyFact(
            random.NewId(),
            "House",
            "",
            "",
            random.Pick<WeatherExposure>(),
            "",
            random.Next(3) == 0 ? null : 44.5
        );
        var building = new BuildingFact(random.NewId(), property.Id, "House");
        var roof = new RoofFact(random.NewId(), building.Id, "Main");
        var first = visits.Visit(random.Next(1, 4), random.Next(0, 5));
        var known = new List<StreamFact> { new(FactKind.Property, property), new(FactKind.Building, building), new(FactKind.Roof, roof) };
        var plan = random.Next(2) == 0 ? null : Plan(roof, first);
        known.AddRange(Structure(first, roof, property));
        if (plan is not null)
        {
            known.Add(new StreamFact(FactKind.Plan, plan));
            known.Add(new StreamFact(FactKind.Detail, Chimney(roof, first)));
        }
        var garage = random.Next(2) == 0 ? null : Garage(property);
        known.AddRange(garage?.Structure ?? []);
        var visit = first.Visit! with { Roofs = Roofs(roof, garage) };
        known.AddRange(OfVisit(first, visit));
        known.AddRange(OnGarage(garage, visit));

        var later = On(first, visits.Visit(first.Slopes.Count, random.Next(0, 5)));
        var followUp = later.Visit! with { Roofs = Roofs(roof, garage), On = visit.On.AddDays(random.Next(1, 900)) };
        var offline = new List<StreamFact>(OfVisit(later, followUp));
        offline.AddRange(OnGarage(garage, followUp));
        if (later.Firm is { } firm)
        {
            offline.Add(new StreamFact(FactKind.FirmRules, firm));
        }
        if (random.Next(2) == 0)
        {
            offline.Add(new StreamFact(FactKind.LifeProfile, new LifeProfileFact(random.NewId(), random.Pick<Core.Life.School>())));
        }
        if (first.Coverings.Count > 0 && random.Next(2) == 0)
        {
            offline.Add(new StreamFact(FactKind.Covering, first.Coverings[0] with { LaidFrom = 2001, LaidTo = 2003 }));
        }
        if (plan is not null && random.Next(2) == 0)
        {
            offline.Add(new StreamFact(FactKind.Plan, plan with { Sized = !plan.Sized }));
        }
        if (first.Findings.Count > 0 && random.Next(2) == 0)
        {
            offline.Add(new StreamFact(FactKind.Finding, first.Findings[0], Deleted: true));
        }
        if (later.Findings.Count > 0 && random.Next(3) == 0)
        {
            offline.Add(new StreamFact(FactKind.Finding, later.Findings[0], Deleted: true));
        }
        return new FactStream(property.Id, followUp.Id, known, offline);
    }

    /// <summary>Another building of the property, with what a visit records there.</summary>
    private sealed record OtherBuilding(RoofFact Roof, IReadOnlyList<StreamFact> Structure, AssessInput Seen);

    private OtherBuilding Garage(PropertyFact property)
    {
        var building = new BuildingFact(random.NewId(), property.Id, "Garage");
        var roof = new RoofFact(random.NewId(), building.Id, "Flat");
        var seen = visits.Visit(1, random.Next(0, 3));
        StreamFact[] own = [new(FactKind.Building, building), new(FactKind.Roof, roof)];
        return new OtherBuilding(roof, [.. own, .. Structure(seen, roof, property).Where(f => f.Kind != FactKind.LocalProfile)], seen);
    }

    /// <summary>One of the roofs or both, in either order.</summary>
    private IReadOnlyList<Guid> Roofs(RoofFact roof, OtherBuilding? other) =>
        other is null
            ? [roof.Id]
            : random.Next(3) switch
            {
                0 => [roof.Id, other.Roof.Id],
                1 => [other.Roof.Id, roof.Id],
                _ => [roof.Id],
            };

    /// <summary>What a visit records on the other building, whether it named that or not: each with an id of its own, some of them of the roof as a whole.</summary>
    private List<StreamFact> OnGarage(OtherBuilding? garage, VisitFact visit) =>
        garage is null
            ? []
            :
            [
                .. OfVisit(garage.Seen, visit)
                    .Skip(1)
                    .Where(f => f.Fact is LookFact or StageFact or FindingFact or AnswerFact or SeriesFact or OpinionFact)
                    .Select(f => new StreamFact(f.Kind, Moved(f, garage.Roof, visit))),
            ];

    private IFact Moved(StreamFact from, RoofFact roof, VisitFact visit)
    {
        var payload = JsonNode.Parse(from.Payload().GetRawText())!.AsObject();
        payload["id"] = random.NewId();
        payload["visitId"] = visit.Id;
        if (from.Fact is IRoofFact && random.Next(4) > 0)
        {
            payload["roofId"] = roof.Id;
        }
        return FactJson.Read(from.Kind, FactChange.CurrentContractVersion, payload.ToJsonString())!;
    }

    /// <summary>What stands at a property whoever visits it.</summary>
    private static IEnumerable<StreamFact> Structure(AssessInput input, RoofFact roof, PropertyFact property) =>
        [
            .. input.Slopes.Select(s => new StreamFact(FactKind.Slope, s with { RoofId = roof.Id })),
            .. input.Coverings.Select(c => new StreamFact(FactKind.Covering, c)),
            .. (input.Components ?? []).Select(c => new StreamFact(FactKind.Component, c)),
            .. input.Local is { } local
                ? [new StreamFact(FactKind.LocalProfile, local with { PropertyId = property.Id })]
                : Array.Empty<StreamFact>(),
        ];

    /// <summary>Everything recorded on a visit, the visit first; of the looks a part, there are so many.</summary>
    private IEnumerable<StreamFact> OfVisit(AssessInput input, VisitFact visit)
    {
        var records = input.Records!;
        return
        [
            new StreamFact(FactKind.Visit, visit),
            .. input.Looks.Where(_ => random.Next(6) == 0).Select(f => new StreamFact(FactKind.Look, f)),
            .. input.Stages.Select(f => new StreamFact(FactKind.Stage, f)),
            .. input.Findings.Select(f => new StreamFact(FactKind.Finding, f)),
            .. records.Photos.Select(f => new StreamFact(FactKind.Photo, f)),
            .. records.Answers.Where(_ => random.Next(3) == 0).Select(f => new StreamFact(FactKind.Answer, f)),
            .. records.ToDos.Select(f => new StreamFact(FactKind.ToDo, f)),
            .. records.Protections.Select(f => new StreamFact(FactKind.Protection, f)),
            .. records.Clips.Select(f => new StreamFact(FactKind.Clip, f)),
            .. records.Samples.Select(f => new StreamFact(FactKind.Sample, f)),
            .. records.Courses.Select(f => new StreamFact(FactKind.Course, f)),
            .. records.PunchItems.Select(f => new StreamFact(FactKind.PunchItem, f)),
            .. records.PunchReplies.Select(f => new StreamFact(FactKind.PunchReply, f)),
            .. records.PunchDecisions.Select(f => new StreamFact(FactKind.PunchDecision, f)),
            .. (records.SignOffs ?? []).Select(f => new StreamFact(FactKind.SignOff, f)),
            .. (records.LifeOpinions ?? []).Select(f => new StreamFact(FactKind.LifeOpinion, f)),
            .. (records.Planned ?? []).Select(f => new StreamFact(FactKind.Planned, f)),
            .. (records.Series ?? []).Select(f => new StreamFact(FactKind.Series, f)),
            .. (records.SlopeOpinions ?? []).Select(f => new StreamFact(FactKind.Opinion, f)),
            .. (records.OwnerReplies ?? []).Select(f => new StreamFact(FactKind.OwnerReply, f)),
            .. input
                .Findings.Where(_ => random.Next(5) == 0)
                .Select(f => new JobDoneFact(random.NewId(), visit.Id, "Repair it", visit.On, [f.Id], [], Who: "the crew", Cost: 300))
                .Select(f => new StreamFact(FactKind.JobDone, f)),
            .. input
                .Findings.Where(_ => random.Next(6) == 0)
                .Select(f => new QuantitySetFact(random.NewId(), visit.Id, "Repair it", "", "labor-hours", 3, "agreed on", f.Id))
                .Select(f => new StreamFact(FactKind.QuantitySet, f)),
            .. input
                .Findings.Take(1)
                .Select(f => new BidFact(random.NewId(), visit.Id, "the crew", visit.On, [new BidPrice("Repair it", "", 500, f.Id)]))
                .Select(f => new StreamFact(FactKind.Bid, f)),
            new StreamFact(
                FactKind.ReportQuestion,
                new ReportQuestionFact(
                    random.NewId(),
                    visit.Id,
                    random.NewId(),
                    "When?",
                    "the owner",
                    new DateTimeOffset(visit.On, default, default)
                )
            ),
        ];
    }

    /// <summary>Another visit's facts on the slopes of the first: the slopes are the same, whoever stands on them.</summary>
    private static AssessInput On(AssessInput first, AssessInput later)
    {
        var text = JsonSerializer.Serialize(later, KalpaJson.Default.AssessInput);
        for (var i = 0; i < later.Slopes.Count; i++)
        {
            text = text.Replace($"{later.Slopes[i].Id}", $"{first.Slopes[i].Id}", StringComparison.Ordinal);
        }
        for (var i = 0; i < Math.Min(later.Components!.Count, first.Components!.Count); i++)
        {
            text = text.Replace($"{later.Components[i].Id}", $"{first.Components[i].Id}", StringComparison.Ordinal);
        }
        return JsonSerializer.Deserialize(text, KalpaJson.Default.AssessInput)!;
    }

    /// <summary>A house whose edges carry the slopes there are.</summary>
    private PlanFact Plan(RoofFact roof, AssessInput input)
    {
        var spare = Enumerable.Range(0, 17).Select(_ => random.NewId()).ToList();
        var answer = PlanStarters.Of(
            new StarterRequest(
                StarterForm.Hip,
                random.Next(300, 700),
                random.Next(240, 500),
                random.Next(3, 13),
                random.Next(0, 360),
                0,
                0,
                120,
                PartKind.House,
                spare,
                []
            )
        );
        var part = answer.Part!;
        var corners = part.Corners.Select((c, i) => i < input.Slopes.Count ? c with { SlopeId = input.Slopes[i].Id } : c).ToList();
        return new PlanFact(random.NewId(), roof.Id, true, "taped", [part with { Corners = corners, Under = random.Pick<Under>() }], []);
    }

    private DetailFact Chimney(RoofFact roof, AssessInput input) =>
        new(random.NewId(), roof.Id, DetailKind.Chimney, new Spot(input.Slopes[0].Id, 60, random.Next(5, 80)), 36, 24);
}
