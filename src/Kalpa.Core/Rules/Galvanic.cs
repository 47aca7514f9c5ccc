using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Rules;

/// <summary>Metals met on a roof, from the noblest on.</summary>
[JsonConverter(typeof(CamelCaseEnum<RoofMetal>))]
public enum RoofMetal
{
    Copper,
    Stainless,
    Lead,
    Steel,
    Aluminium,
    Zinc,
}

/// <summary>
/// Two metals: their difference in millivolts, which of them is eaten (null where neither is much), and what to say. <paramref name="RunOff"/>: dissolved metal eats
/// the other without contact.
/// </summary>
public sealed record GalvanicAnswer(int Millivolts, RoofMetal? Eaten, bool RunOff, string Words);

/// <summary>Whether two metals get on, by the anodic index (MIL-STD-889 and anodic index tables; values from memory).</summary>
public static class Galvanic
{
    private const int ApartOrdinary = 250;
    private const int ApartHarsh = 150;

    /// <summary>Anodic index, millivolts below gold.</summary>
    public static int Index(RoofMetal metal) =>
        metal switch
        {
            RoofMetal.Copper => 350,
            RoofMetal.Stainless => 500,
            RoofMetal.Lead => 700,
            RoofMetal.Steel => 850,
            RoofMetal.Aluminium => 900,
            _ => 1250,
        };

    public static GalvanicAnswer Of(RoofMetal a, RoofMetal b)
    {
        var apart = Math.Abs(Index(a) - Index(b));
        var less = Index(a) > Index(b) ? a : b;
        var noble = less == a ? b : a;
        var runOff = noble == RoofMetal.Copper && less is RoofMetal.Zinc or RoofMetal.Aluminium;
        // Everyday practice: a small noble screw in a large sheet, dry and with a washer, does it little harm.
        var everyday = noble == RoofMetal.Stainless && less == RoofMetal.Aluminium;
        var eaten = apart > ApartHarsh ? less : (RoofMetal?)null;
        var words =
            apart == 0 ? "The same metal: nothing to isolate."
            : apart <= ApartHarsh ? "Compatible, by the sea too."
            : apart <= ApartOrdinary ? $"Compatible inland; by the sea {Name(less)} can corrode."
            : everyday ? $"By the table {Name(less)} can corrode; a small stainless-steel screw with a washer is usual practice."
            : $"{Sentences.Upper(Name(less))} can corrode where they touch when wet, faster the smaller its part is.";
        return new GalvanicAnswer(apart, eaten, runOff, runOff ? $"{words} Runoff from copper can corrode it without contact." : words);
    }

    public static string Name(RoofMetal metal) =>
        metal switch
        {
            RoofMetal.Stainless => "stainless steel",
            RoofMetal.Steel => "plain steel",
            RoofMetal.Zinc => "zinc or galvanized steel",
            _ => metal.ToString().ToLowerInvariant(),
        };
}
