using System.Text.Json.Nodes;

namespace Kalpa.Samples.Fuzzing;

/// <summary>Changes a fitting JSON here and there into what no well-behaved device sends: nulls in lists, ids used twice, numbers without measure.</summary>
public sealed class JsonMutator(Random random)
{
    private static readonly string[] Texts =
    [
        "",
        " ",
        "٣",
        "３ 1/2",
        "٦/12",
        "1/0",
        "-5",
        "9999999999999999999999999",
        "1e400",
        "\ud83c\udfe0",
        "\u202e6/12",
        "a\u0000b",
        "'; --",
        "0001-01-01",
        "9999-12-31",
        "2026-02-30",
        "9999-12-31T23:59:59Z",
        "00000000-0000-0000-0000-000000000000",
        "../../etc",
        "<script>",
    ];

    private static readonly double[] Numbers =
    [
        0,
        -1,
        1,
        0.5,
        -0.0001,
        12,
        1e6,
        1e12,
        -1e12,
        1e13,
        1e308,
        -1e308,
        4.9e-324,
        2_147_483_647,
        -2_147_483_648,
        9.3e18,
        366,
        2200,
    ];

    /// <summary>A changed copy; now and then an unchanged one.</summary>
    public JsonNode? Mutate(JsonNode? seed)
    {
        var root = new JsonObject { ["it"] = seed?.DeepClone() };
        for (var times = random.Next(4); times > 0; times--)
        {
            var places = Places(root).ToList();
            Change(places[random.Next(places.Count)]);
        }
        var changed = root["it"];
        root.Remove("it");
        return changed;
    }

    private static IEnumerable<(JsonNode Parent, string Name, int Index)> Places(JsonNode parent)
    {
        if (parent is JsonObject named)
        {
            foreach (var (name, value) in named)
            {
                yield return (named, name, -1);
                foreach (var deeper in value is null ? [] : Places(value))
                {
                    yield return deeper;
                }
            }
        }
        else if (parent is JsonArray list)
        {
            for (var i = 0; i < list.Count; i++)
            {
                yield return (list, "", i);
                foreach (var deeper in list[i] is { } value ? Places(value) : [])
                {
                    yield return deeper;
                }
            }
        }
    }

    private void Change((JsonNode Parent, string Name, int Index) place)
    {
        var (parent, name, index) = place;
        var old = parent is JsonObject named ? named[name] : ((JsonArray)parent)[index];
        if (random.Next(12) == 0 && parent is JsonObject holder && name != "it")
        {
            holder.Remove(name);
            return;
        }
        if (old is JsonArray list && random.Next(3) > 0)
        {
            ChangeList(list);
            return;
        }
        if (old is JsonObject fields && random.Next(3) == 0)
        {
            fields["surprise"] = 1;
            return;
        }
        Put(parent, name, index, Instead(old));
    }

    private void ChangeList(JsonArray list)
    {
        switch (random.Next(5))
        {
            case 0:
                list.Add(null);
                break;
            case 1:
                list.Clear();
                break;
            case 2 when list.Count > 0:
                // Used twice, id and all.
                list.Add(list[random.Next(list.Count)]?.DeepClone());
                break;
            case 3 when list.Count > 0:
                var repeated = list[0]?.DeepClone();
                for (var i = random.Next(200); i > 0; i--)
                {
                    list.Add(repeated?.DeepClone());
                }
                break;
            case 4 when list.Count > 0:
                list.RemoveAt(random.Next(list.Count));
                break;
            default:
                list.Add(new JsonObject());
                break;
        }
    }

    private JsonNode? Instead(JsonNode? old)
    {
        var number = old is JsonValue value && value.GetValueKind() == System.Text.Json.JsonValueKind.Number;
        return random.Next(10) switch
        {
            0 => null,
            1 => true,
            2 => new JsonArray(),
            3 => new JsonObject(),
            4 => new string('x', random.Next(2) == 0 ? 300 : 30_000),
            5 or 6 when number => Numbers[random.Next(Numbers.Length)],
            7 or 8 when number => random.NextDouble() * Math.Pow(10, random.Next(-3, 7)),
            9 when number => random.Next(-100, 3000),
            _ when number => Numbers[random.Next(Numbers.Length)],
            5 => Numbers[random.Next(Numbers.Length)],
            _ => Texts[random.Next(Texts.Length)],
        };
    }

    private static void Put(JsonNode parent, string name, int index, JsonNode? value)
    {
        if (parent is JsonObject named)
        {
            named[name] = value;
        }
        else
        {
            ((JsonArray)parent)[index] = value;
        }
    }
}
