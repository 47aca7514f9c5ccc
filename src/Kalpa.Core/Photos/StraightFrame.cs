namespace Kalpa.Core.Photos;

/// <summary>
/// A photo of <paramref name="Width"/> by <paramref name="Height"/> (any unit) turned clockwise about its middle, and enlarged until the frame of its own size has no
/// empty corner.
/// </summary>
public sealed record StraightFrame(double Width, double Height, double TurnDegrees)
{
    private readonly double cos = Math.Cos(TurnDegrees * Math.PI / 180);
    private readonly double sin = Math.Sin(TurnDegrees * Math.PI / 180);

    /// <summary>
    /// How much it is enlarged: the frame, seen from the turned photo, is a box of w·cos + h·sin by h·cos + w·sin, and the photo has to cover both.
    /// </summary>
    public double Zoom => Math.Abs(cos) + Math.Abs(sin) * Math.Max(Width / Height, Height / Width);

    /// <summary>Where a point of the original lies in the frame; both in fractions of width and height.</summary>
    public (double X, double Y) ToFrame(double x, double y)
    {
        var (across, down) = ((x - 0.5) * Width, (y - 0.5) * Height);
        return (Zoom * (cos * across - sin * down) / Width + 0.5, Zoom * (sin * across + cos * down) / Height + 0.5);
    }

    /// <summary>Which point of the original lies at a point of the frame.</summary>
    public (double X, double Y) ToOriginal(double x, double y)
    {
        var (across, down) = ((x - 0.5) * Width / Zoom, (y - 0.5) * Height / Zoom);
        return ((cos * across + sin * down) / Width + 0.5, (cos * down - sin * across) / Height + 0.5);
    }
}
