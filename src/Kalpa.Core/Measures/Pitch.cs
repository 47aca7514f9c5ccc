using System.Globalization;

namespace Kalpa.Core.Measures;

/// <summary>
/// A roof pitch. Symbols: r rise per 12 of run; θ = atan(r/12); S = √(1+(r/12)²) slope factor.
/// Check values are those printed on every framing square (4:12 → 18.435°, S 1.0541).
/// </summary>
public readonly record struct Pitch(double RisePer12)
{
    public const double Run = 12;

    /// <summary>Steeper than any roof that is walked or priced: 24:12 is 63.4°.</summary>
    public const double SteepestRisePer12 = 24;

    /// <summary>Half of the last decimal that is printed.</summary>
    private const double RoundedTo = 0.005;

    private const double DegreesPerRadian = 180 / Math.PI;

    /// <summary>θ = atan(r/12), degrees.</summary>
    public double Degrees => Math.Atan(RisePer12 / Run) * DegreesPerRadian;

    public double Percent => RisePer12 / Run * 100;

    /// <summary>S = √(1+(r/12)²): true length up the slope per unit of run.</summary>
    public double SlopeFactor => Math.Sqrt(1 + RisePer12 / Run * (RisePer12 / Run));

    /// <summary>√(2+(r/12)²): true length of a hip or valley per unit of common run, equal pitches at a square corner.</summary>
    public double HipFactor => Math.Sqrt(2 + RisePer12 / Run * (RisePer12 / Run));

    public static Pitch FromDegrees(double degrees) => new(Math.Tan(degrees / DegreesPerRadian) * Run);

    public static Pitch FromPercent(double percent) => new(percent / 100 * Run);

    /// <summary>Prints as the trade says it: <c>4:12</c>, <c>1/4:12</c>, <c>2 1/2:12</c>; what is no eighth in decimals, <c>0.7:12</c>.</summary>
    public string ToTradeText()
    {
        var eighths = Math.Round(RisePer12 * 8);
        if (RisePer12 < 0 || !(Math.Abs((RisePer12 * 8) - eighths) <= 8 * RoundedTo))
        {
            return string.Create(CultureInfo.InvariantCulture, $"{Math.Round(RisePer12, 2):0.##}:12");
        }
        var whole = Math.Floor(eighths / 8);
        string[] said =
        [
            whole > 0 || eighths < 1 ? whole.ToString("0", CultureInfo.InvariantCulture) : "",
            (eighths - (8 * whole)) switch
            {
                0 => "",
                4 => "1/2",
                2 => "1/4",
                6 => "3/4",
                var part => $"{part:0}/8",
            },
        ];
        return $"{string.Join(' ', said.Where(s => s.Length > 0))}:12";
    }
}
