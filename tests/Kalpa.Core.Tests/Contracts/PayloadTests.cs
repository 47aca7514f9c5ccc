using System.Text.Json;
using System.Text.Json.Nodes;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Contracts;

/// <summary>Facts live long: what was written in an earlier contract version is read in the present one, and the same fact has one hash in every form.</summary>
public class PayloadTests
{
    /// <summary>As a device of the first version wrote it; the plan had measured the slope and set its pitch.</summary>
    private const string SlopeOf1 = """
        {"id":"0199aaaa-0000-7000-8000-000000000001","roofId":"0199aaaa-0000-7000-8000-000000000002","letter":"A","name":"",
         "pitch":{"typed":"8:12","risePer12":8,"source":"byEye"},"facing":"south","beneath":"finishedRoom",
         "planned":{"planSquareFeet":600,"eaveFeet":40,"slopeFeet":18},"fromANewerDevice":{"kept":true}}
        """;

    private static SlopeFact Read(string payload, int version = 1) => (SlopeFact)FactJson.Read(FactKind.Slope, version, payload)!;

    [Fact]
    public void A_slope_of_version_1_is_read_with_what_lies_under_it_and_the_plan_s_pitch()
    {
        var slope = Read(SlopeOf1);
        slope.Under.ShouldBe(Under.HeatedRoom);
        slope.Pitch.ShouldBe(new TypedPitch("8:12", 8, PitchSource.Plan));
        Read(SlopeOf1.Replace("finishedRoom", "openAttic")).Under.ShouldBe(Under.Attic);
        Read(SlopeOf1.Replace("finishedRoom", "garage")).Under.ShouldBe(Under.Garage);
        Read(SlopeOf1.Replace("finishedRoom", "porch")).Under.ShouldBe(Under.Porch);
    }

    [Theory]
    [InlineData("tape", PitchSource.Tape)]
    [InlineData("digitalLevel", PitchSource.DigitalLevel)]
    [InlineData("phone", PitchSource.Phone)]
    public void A_measured_pitch_of_version_1_keeps_its_own_source(string source, PitchSource expected) =>
        Read(SlopeOf1.Replace("byEye", source)).Pitch.Source.ShouldBe(expected);

    [Fact]
    public void An_estimated_pitch_of_a_slope_on_no_plan_stays_an_estimate()
    {
        var slope = JsonNode.Parse(SlopeOf1)!.AsObject();
        slope.Remove("planned");
        Read(slope.ToJsonString()).Pitch.Source.ShouldBe(PitchSource.ByEye);
    }

    [Fact]
    public void Upgrading_keeps_fields_that_only_a_newer_device_knows_and_leaves_the_present_version_alone()
    {
        var current = PayloadUpgrades.ToCurrent(FactKind.Slope, 1, SlopeOf1);
        JsonNode.Parse(current)!["fromANewerDevice"]!["kept"]!.GetValue<bool>().ShouldBeTrue();
        current.ShouldNotContain("planned");
        current.ShouldNotContain("beneath");
        PayloadUpgrades.ToCurrent(FactKind.Slope, FactChange.CurrentContractVersion, current).ShouldBe(current);
        PayloadUpgrades.ToCurrent(FactKind.Slope, 2, SlopeOf1).ShouldBe(SlopeOf1);
    }

    [Theory]
    [InlineData("null")]
    [InlineData("[1]")]
    [InlineData("not json")]
    [InlineData("""{"beneath":3,"planned":1,"pitch":7}""")]
    public void What_is_no_slope_breaks_no_upgrade(string payload) =>
        Should.NotThrow(() => PayloadUpgrades.ToCurrent(FactKind.Slope, 1, payload));

    /// <summary>Before version 3 a visit looked at one roof.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public void A_visit_to_one_roof_is_a_visit_to_the_property_that_looks_at_it(int version)
    {
        const string Old = """
            {"id":"00000000-0000-7000-8000-000000000001","roofId":"00000000-0000-7000-8000-000000000002","on":"2026-05-01","inspector":"M","purpose":""}
            """;
        var visit = (VisitFact)FactJson.Read(FactKind.Visit, version, Old)!;
        visit.Roofs.ShouldBe([new Guid("00000000-0000-7000-8000-000000000002")]);
        PayloadUpgrades.ToCurrent(FactKind.Visit, version, Old).ShouldNotContain("roofId");
    }

    [Theory]
    [InlineData("""{"roofId":7}""")]
    [InlineData("""{"roofId":null,"roofs":["a"]}""")]
    [InlineData("[]")]
    public void What_is_no_visit_breaks_no_upgrade(string payload) =>
        Should.NotThrow(() => PayloadUpgrades.ToCurrent(FactKind.Visit, 2, payload));

    [Fact]
    public void There_is_a_step_to_the_present_version() => PayloadUpgrades.Newest.ShouldBe(FactChange.CurrentContractVersion);

    [Theory]
    [InlineData("""{"a":1,"b":[1,2],"c":null}""", """{ "b": [1.0, 2e0], "a": 1 }""")]
    [InlineData("""{"a":{"y":"é","x":true}}""", """{"a":{"x":true,"y":"\u00e9"}}""")]
    [InlineData("""{"a":-0.0}""", """{"a":0}""")]
    [InlineData("""{"a":0.1}""", """{"a":1e-1}""")]
    public void One_fact_has_one_hash_however_it_is_written(string one, string other) =>
        CanonicalPayload.HashOf(FactKind.Look, 2, one).ShouldBe(CanonicalPayload.HashOf(FactKind.Look, 2, other));

    [Theory]
    [InlineData("""{"a":[1,2]}""", """{"a":[2,1]}""")]
    [InlineData("""{"a":1}""", """{"a":"1"}""")]
    [InlineData("""{"a":[null]}""", """{"a":[]}""")]
    [InlineData("""{"a":0.1}""", """{"a":0.10000000000000002}""")]
    [InlineData("""{"a":"x"}""", """{"a":"X"}""")]
    public void Different_facts_have_different_hashes(string one, string other) =>
        CanonicalPayload.HashOf(FactKind.Look, 2, one).ShouldNotBe(CanonicalPayload.HashOf(FactKind.Look, 2, other));

    [Fact]
    public void The_hash_outlives_a_new_contract_version()
    {
        var upgraded = PayloadUpgrades.ToCurrent(FactKind.Slope, 1, SlopeOf1);
        CanonicalPayload.HashOf(FactKind.Slope, 1, SlopeOf1).ShouldBe(CanonicalPayload.HashOf(FactKind.Slope, 2, upgraded));
    }

    /// <summary>
    /// Names on the wire are never changed by renaming: facts on file and on devices use them. What is added goes to the end of the list; what is taken away
    /// needs a step of <see cref="PayloadUpgrades"/>, and its line goes with it.
    /// </summary>
    [Fact]
    public void No_name_on_the_wire_is_changed_by_renaming()
    {
        var listed = File.ReadAllLines(Path.Combine(Repository.Root, "tests/Kalpa.Core.Tests/Contracts/wire-names.txt"));
        WireNames().ShouldBe(listed, ignoreOrder: true, "tests/Kalpa.Core.Tests/Contracts/wire-names.txt");
    }

    /// <summary>Every field of every kind of fact, and every value of its enums, as they are written.</summary>
    private static List<string> WireNames()
    {
        var names = new SortedSet<string>(StringComparer.Ordinal);
        foreach (var kind in Enum.GetValues<FactKind>())
        {
            var wire = JsonSerializer.SerializeToElement(kind, KalpaJson.Default.Options).GetString()!;
            names.Add($"kind {wire}");
            var type = typeof(FactKind).Assembly.GetType($"Kalpa.Core.Facts.{kind}Fact")!;
            Add(type, wire, names);
        }
        return [.. names];
    }

    private static void Add(Type type, string at, SortedSet<string> names)
    {
        var plain = Nullable.GetUnderlyingType(type) ?? type;
        if (plain.IsEnum)
        {
            foreach (var value in Enum.GetValues(plain))
            {
                names.Add($"value {plain.Name} {JsonSerializer.SerializeToElement(value, plain, KalpaJson.Default.Options).GetString()}");
            }
            return;
        }
        if (plain.IsGenericType)
        {
            Add(plain.GetGenericArguments()[0], at, names);
            return;
        }
        if (plain.Namespace?.StartsWith("Kalpa", StringComparison.Ordinal) != true)
        {
            return;
        }
        foreach (var property in KalpaJson.Default.Options.GetTypeInfo(plain).Properties)
        {
            names.Add($"field {at}.{property.Name}");
            Add(property.PropertyType, $"{at}.{property.Name}", names);
        }
    }
}
