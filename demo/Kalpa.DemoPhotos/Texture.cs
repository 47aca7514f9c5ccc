using SkiaSharp;

namespace Kalpa.DemoPhotos;

/// <summary>Seeded helpers that make flat drawings look photographed: noise, soft light, grain, vignette. The same seed draws the same picture.</summary>
internal sealed class Texture(int seed)
{
    private readonly Random random = new(seed);

    public float Between(float low, float high) => low + (float)random.NextDouble() * (high - low);

    public bool Chance(double p) => random.NextDouble() < p;

    public SKColor Vary(SKColor color, int by)
    {
        var shift = random.Next(-by, by + 1);
        return new SKColor(Clamp(color.Red + shift), Clamp(color.Green + shift), Clamp(color.Blue + shift), color.Alpha);
    }

    public static SKColor Mix(SKColor a, SKColor b, float t) =>
        new((byte)(a.Red + (b.Red - a.Red) * t), (byte)(a.Green + (b.Green - a.Green) * t), (byte)(a.Blue + (b.Blue - a.Blue) * t));

    /// <summary>Speckles as of mineral granules inside a rectangle.</summary>
    public void Speckle(SKCanvas canvas, SKRect area, SKColor color, int count, float largest = 2.2f, int vary = 45)
    {
        using var paint = new SKPaint { IsAntialias = true };
        for (var i = 0; i < count; i++)
        {
            paint.Color = Vary(color, vary).WithAlpha((byte)random.Next(70, 190));
            canvas.DrawCircle(Between(area.Left, area.Right), Between(area.Top, area.Bottom), Between(0.5f, largest), paint);
        }
    }

    /// <summary>An irregular blot, as of a stain or a bald patch.</summary>
    public SKPath Blot(float x, float y, float radius, float roughness = 0.35f)
    {
        var path = new SKPathBuilder();
        const int Points = 26;
        for (var i = 0; i < Points; i++)
        {
            var angle = i * Math.Tau / Points;
            var r = radius * (1 + Between(-roughness, roughness));
            var (px, py) = (x + r * (float)Math.Cos(angle), y + r * 0.8f * (float)Math.Sin(angle));
            if (i == 0)
            {
                path.MoveTo(px, py);
            }
            else
            {
                path.LineTo(px, py);
            }
        }
        path.Close();
        return path.Detach();
    }

    /// <summary>A jagged line, as of a crack or a tear.</summary>
    public SKPath Crack(SKPoint from, SKPoint to, float roughness, int steps = 16)
    {
        var path = new SKPathBuilder();
        path.MoveTo(from);
        for (var i = 1; i <= steps; i++)
        {
            var t = i / (float)steps;
            var wander = i == steps ? 0 : Between(-roughness, roughness);
            path.LineTo(from.X + (to.X - from.X) * t + wander, from.Y + (to.Y - from.Y) * t + Between(-roughness, roughness) / 3);
        }
        return path.Detach();
    }

    /// <summary>Sensor grain and a darker rim over the finished drawing.</summary>
    public void Photograph(SKBitmap bitmap)
    {
        var pixels = bitmap.GetPixelSpan();
        var (width, height) = (bitmap.Width, bitmap.Height);
        unsafe
        {
            fixed (byte* start = pixels)
            {
                for (var y = 0; y < height; y++)
                {
                    for (var x = 0; x < width; x++)
                    {
                        var (dx, dy) = (x / (float)width - 0.5f, y / (float)height - 0.5f);
                        var light = 1.06f - 0.5f * (dx * dx + dy * dy) - 0.06f * dy;
                        var grain = random.Next(-9, 10);
                        var pixel = start + (y * width + x) * 4;
                        for (var channel = 0; channel < 3; channel++)
                        {
                            pixel[channel] = Clamp((int)(pixel[channel] * light) + grain);
                        }
                    }
                }
            }
        }
    }

    private static byte Clamp(int value) => (byte)Math.Clamp(value, 0, 255);
}
