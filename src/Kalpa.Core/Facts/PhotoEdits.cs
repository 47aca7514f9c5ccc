using System.Text.Json.Serialization;

namespace Kalpa.Core.Facts;

/// <summary>What points at something in a photo, or hides it.</summary>
[JsonConverter(typeof(CamelCaseEnum<PhotoMarkKind>))]
public enum PhotoMarkKind
{
    /// <summary>From its tail to its tip.</summary>
    Arrow,

    /// <summary>An ellipse in the box of two corners.</summary>
    Circle,

    /// <summary>A number in a disk, at its first point.</summary>
    Number,

    /// <summary>The box of two corners is made unrecognizable: a face, a license plate, a house number.</summary>
    Blur,
}

/// <summary>
/// A mark on a photo. Points are fractions (0 to 1) of width and height of the upright original, from its upper left corner. <paramref name="Number"/> is shown by a
/// number mark.
/// </summary>
public sealed record PhotoMark(PhotoMarkKind Kind, double X, double Y, double ToX, double ToY, int Number = 0);

/// <summary>The part of a straightened photo that is shown, in fractions of its width and height.</summary>
public sealed record PhotoCrop(double X, double Y, double Width, double Height);

/// <summary>
/// What was done to a photo. The original stays as it was taken; what is shown, printed and shared is made anew from it. <paramref name="TurnDegrees"/>: straightened
/// clockwise by so much, and enlarged until no corner is empty.
/// </summary>
public sealed record PhotoEdits(
    IReadOnlyList<PhotoMark> Marks,
    double TurnDegrees = 0,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] PhotoCrop? Crop = null
)
{
    public const int MostMarks = 50;
    public const double MostTurnDegrees = 15;
    public const double SmallestCrop = 0.05;
    public const int MostNumber = 99;
}
