using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Demo;

/// <summary>A picture of the demo and the fact that shows it.</summary>
internal sealed record DemoPhoto(string File, Func<string, PhotoFact> Fact);

/// <summary>Writes down a made-up property fact by fact, in the order a parent comes before its children.</summary>
internal sealed class DemoFacts(string place)
{
    /// <summary>Saltmere lies on a cold coast, in degrees north.</summary>
    private const double Latitude = 44.6;

    public List<(FactKind Kind, IFact Fact)> Facts { get; } = [];

    public List<DemoPhoto> Photos { get; } = [];

    private readonly List<Guid> roofs = [];

    private Guid roofId;

    /// <summary>The roof that slopes and details go to: the last that was written down.</summary>
    public Guid RoofId => roofId;

    public Guid Id(string name) => DemoIds.Of($"{place}/{name}");

    public void Property(string name, string address, string owner, string building, string roof)
    {
        Add(FactKind.Property, new PropertyFact(Id("property"), name, address, owner, WeatherExposure.Ordinary, "", Latitude));
        Building("building", building, "roof", roof);
    }

    /// <summary>Another building of the property; what follows goes to its roof.</summary>
    public Guid Building(string key, string name, string roofKey, string roof)
    {
        Add(FactKind.Building, new BuildingFact(Id(key), Id("property"), name));
        roofId = Id(roofKey);
        roofs.Add(roofId);
        Add(FactKind.Roof, new RoofFact(roofId, Id(key), roof));
        return roofId;
    }

    public void Local(CodeFamily code, string edition, params LocalLimit[] limits) =>
        Add(FactKind.LocalProfile, new LocalProfileFact(Id("local"), Id("property"), code, "Saltmere", edition, limits));

    public void Slope(string letter, string name, string pitch, Facing facing, Under under, string eave, string run) =>
        Add(
            FactKind.Slope,
            new SlopeFact(
                Id(letter),
                roofId,
                letter,
                name,
                TypedPitch.Of(pitch, PitchSource.Tape),
                facing,
                under,
                TypedLength.Of(eave),
                TypedLength.Of(run)
            )
        );

    public void Covering(string letter, string kind, int from, int to, AgeSource source, int layers = 1) =>
        Add(FactKind.Covering, new CoveringFact(Id($"covering-{letter}"), Id(letter), kind, from, to, source, layers));

    public void Component(
        string letter,
        string kind,
        StackPlace place,
        int order,
        int? from,
        int? to,
        AgeSource source = AgeSource.Owner,
        IReadOnlyList<YearEvidence>? evidence = null
    ) =>
        Add(
            FactKind.Component,
            new ComponentFact(Id($"component-{letter}-{kind}"), Id(letter), kind, place, order, from, to, source, evidence)
        );

    public DemoVisit Visit(
        string name,
        DateOnly on,
        string inspector,
        string purpose,
        string weather,
        string walk,
        Commission? commission = null,
        bool finished = true
    )
    {
        var at = new DateTimeOffset(on.ToDateTime(new TimeOnly(16, 0)), TimeSpan.Zero);
        Add(FactKind.Visit, new VisitFact(Id(name), [.. roofs], on, inspector, purpose, weather, commission, walk, finished ? at : null));
        return new DemoVisit(this, name, Id(name), on, walk, null);
    }

    public void Add(FactKind kind, IFact fact) => Facts.Add((kind, fact));
}

internal sealed class DemoVisit(DemoFacts facts, string name, Guid visitId, DateOnly on, string walk, Guid? roof)
{
    private int findings;
    private int photos;

    public Guid VisitId => visitId;

    /// <summary>The same visit on one of its roofs, by the walk that suits that.</summary>
    public DemoVisit On(string key, Guid of, string byWalk) => new(facts, $"{name}/{key}", visitId, on, byWalk, of);

    /// <summary>Every station of the walk looked at on every slope, but for those excused later or left out here.</summary>
    public void LookAtAll(IReadOnlyList<string> letters, params string[] leftOut)
    {
        var book = RuleBook.Current;
        foreach (var station in book.FindWalk(walk)!.Stations.Select(key => book.FindStation(key)!))
        {
            foreach (var letter in station.PerSlope ? letters : [""])
            {
                if (!leftOut.Contains($"{station.Key}{letter}"))
                {
                    Look(station.Key, letter, LookState.Looked, station.Key == "attic" ? LookHow.FromInside : LookHow.Walked, null, "");
                }
            }
        }
    }

    public void Excuse(string station, string letter, ExcuseReason reason, string note = "") =>
        Look(station, letter, LookState.Excused, null, reason, note);

    public void Stage(string letter, params StageShare[] shares) =>
        facts.Add(FactKind.Stage, new StageFact(facts.Id($"{name}/stage-{letter}"), visitId, facts.Id(letter), shares));

    /// <summary>The stage of the covering itself where another layer keeps the water out, or of a component.</summary>
    public void StageOf(string letter, string component, params StageShare[] shares) =>
        facts.Add(
            FactKind.Stage,
            new StageFact(facts.Id($"{name}/stage-{letter}-{component}"), visitId, facts.Id(letter), shares, facts.Id(component))
        );

    public void SignOff(string letter, string by, double low, double high) =>
        facts.Add(
            FactKind.SignOff,
            new SignOffFact(
                facts.Id($"{name}/sign-off-{letter}"),
                visitId,
                facts.Id(letter),
                low,
                high,
                by,
                new DateTimeOffset(on.ToDateTime(new TimeOnly(15, 0)), TimeSpan.Zero)
            )
        );

    public void AnswerOn(string letter, string question, string chosen) =>
        facts.Add(
            FactKind.Answer,
            new AnswerFact(facts.Id($"{name}/answer-{question}-{letter}"), visitId, question, facts.Id(letter), [chosen])
        );

    public void Planned(PlannedKind kind, int years, string letter, double reroof, double offAndOn, double rate) =>
        facts.Add(
            FactKind.Planned,
            new PlannedFact(facts.Id($"{name}/planned"), visitId, kind, years, [facts.Id(letter)], reroof, offAndOn, rate)
        );

    public void Series(string letter, string quantity, SeriesAlong along, string place, params string[] typed) =>
        facts.Add(
            FactKind.Series,
            new SeriesFact(
                facts.Id($"{name}/series-{quantity}"),
                visitId,
                facts.Id(letter),
                quantity,
                along,
                place,
                [.. typed.Select(t => new MeasureFact(t, MeasureReading.Read(t, QuantityUnit.Length).Value!.Value, MeasuredHow.Tape))]
            )
        );

    public Guid Finding(
        string condition,
        string station,
        string letter,
        string at,
        WaterEvidence evidence,
        Extent extent = Extent.OnePlace,
        string? measure = null,
        bool peopleBelow = false,
        string note = "",
        FindingOutcome outcome = FindingOutcome.Mend,
        SuspectedCause? cause = null,
        Spot? spot = null,
        DecidingAnswer? decided = null,
        StainSeen? stain = null,
        PondSeen? pond = null
    )
    {
        var id = facts.Id($"{name}/finding-{++findings}");
        var slope = letter.Length == 0 ? (Guid?)null : facts.Id(letter);
        facts.Add(
            FactKind.Finding,
            new FindingFact(
                id,
                visitId,
                slope,
                station,
                condition,
                at,
                evidence,
                extent,
                Measure(condition, measure),
                peopleBelow,
                note,
                outcome,
                cause,
                null,
                spot,
                null,
                Basis.Observed,
                decided is null ? null : [decided],
                RoofId: roof,
                Stain: stain,
                Pond: pond
            )
        );
        return id;
    }

    /// <summary>What is to become of a slope (empty: of the roof).</summary>
    public void Opinion(
        string letter,
        OpinionAction action,
        string who,
        string because,
        OpinionEvent waitsFor,
        params OpinionBranch[] branches
    ) =>
        facts.Add(
            FactKind.Opinion,
            new OpinionFact(
                facts.Id($"{name}/opinion-{letter}"),
                visitId,
                letter.Length == 0 ? null : facts.Id(letter),
                action,
                who,
                because,
                waitsFor,
                null,
                branches,
                [],
                "Marit Quillon",
                new DateTimeOffset(on.ToDateTime(new TimeOnly(11, 40)), TimeSpan.Zero)
            )
        );

    public void Answer(string question, params string[] chosen) =>
        facts.Add(FactKind.Answer, new AnswerFact(facts.Id($"{name}/answer-{question}"), visitId, question, null, chosen, RoofId: roof));

    public void Typed(string question, string typed) =>
        facts.Add(FactKind.Answer, new AnswerFact(facts.Id($"{name}/answer-{question}"), visitId, question, null, [], typed, roof));

    /// <summary>What an answer says is wrong and the inspector makes no finding of; of no slope in particular without a letter.</summary>
    public void Dismiss(string question, string letter, string reason) =>
        facts.Add(
            FactKind.NoticeReply,
            new NoticeReplyFact(
                facts.Id($"{name}/dismissed-{question}"),
                visitId,
                $"answer:{question}:{(letter.Length == 0 ? "" : facts.Id(letter))}",
                null,
                reason,
                roof
            )
        );

    public void Footing(string letter, string state) =>
        facts.Add(FactKind.Answer, new AnswerFact(facts.Id($"{name}/footing-{letter}"), visitId, "footing", facts.Id(letter), [state]));

    public void Photo(
        string file,
        string caption,
        Guid? findingId,
        string? letter,
        int minutes,
        PhotoRole role = PhotoRole.Seen,
        string? station = null,
        bool writeUp = false,
        params PhotoMark[] marks
    )
    {
        var edits = marks.Length > 0 ? new PhotoEdits(marks) : null;
        var id = facts.Id($"{name}/photo-{++photos}");
        var slope = letter is null ? (Guid?)null : facts.Id(letter);
        var taken = new DateTimeOffset(on.ToDateTime(new TimeOnly(9, 30)).AddMinutes(minutes), TimeSpan.Zero);
        facts.Photos.Add(
            new DemoPhoto(
                file,
                sha256 => new PhotoFact(id, visitId, findingId, slope, sha256, caption, taken, station, role, writeUp) { Edits = edits }
            )
        );
    }

    /// <summary>Scope and limits of the rule book, agreed on before the climb.</summary>
    public void Agreed(string client, double fee, DateTimeOffset at)
    {
        var rule = RuleBook.Current.Commission(CommissionPurpose.Condition);
        facts.Add(
            FactKind.Engagement,
            new EngagementFact(
                facts.Id($"{name}/engagement"),
                visitId,
                rule.Purpose,
                rule.Scope,
                rule.Limits,
                fee,
                FeeDue.OnDelivery,
                client,
                AgreedAt: at
            )
        );
    }

    private void Look(string station, string letter, LookState state, LookHow? how, ExcuseReason? excuse, string note)
    {
        var slope = letter.Length == 0 ? (Guid?)null : facts.Id(letter);
        facts.Add(
            FactKind.Look,
            new LookFact(facts.Id($"{name}/look-{station}-{letter}"), visitId, station, slope, state, how, excuse, note, roof)
        );
    }

    private static MeasureFact? Measure(string condition, string? typed)
    {
        if (typed is null)
        {
            return null;
        }
        var book = RuleBook.Current;
        var unit = book.FindQuantity(book.FindCondition(condition)!.Quantity!)!.Unit;
        return new MeasureFact(typed, MeasureReading.Read(typed, unit).Value!.Value, MeasuredHow.Tape);
    }
}
