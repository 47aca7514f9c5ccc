using SkiaSharp;

namespace Kalpa.DemoPhotos;

/// <summary>Pictures of a membrane roof: the sheet is pale, dusty and never quite flat.</summary>
internal static class MembraneScenes
{
    private static readonly SKColor Sheet = new(206, 207, 202);
    private static readonly SKColor Dust = new(150, 145, 132);
    private static readonly SKColor Dirt = new(74, 66, 54);

    public static void OpenSeam(SKCanvas canvas, Materials m, Texture t)
    {
        Field(canvas, t);
        Seam(canvas, 610);
        // The lap stands open: dark under its lip, dirt washed out below.
        using var dirt = new SKPaint { Color = Dirt.WithAlpha(150), IsAntialias = true };
        using var wash = new SKPathBuilder();
        wash.MoveTo(470, 615);
        wash.CubicTo(640, 760, 960, 770, 1120, 615);
        wash.Close();
        using var washed = wash.Detach();
        canvas.DrawPath(washed, dirt);
        t.Speckle(canvas, new SKRect(480, 600, 1110, 760), Dirt, 2600, 3);
        using var gap = new SKPaint { Color = new SKColor(18, 16, 14), IsAntialias = true };
        using var mouth = new SKPathBuilder();
        mouth.MoveTo(430, 610);
        mouth.CubicTo(620, 540, 960, 545, 1170, 610);
        mouth.CubicTo(960, 640, 620, 640, 430, 610);
        mouth.Close();
        using var opened = mouth.Detach();
        m.Shadow(opened, 16);
        canvas.DrawPath(opened, gap);
        Probe(canvas);
    }

    public static void Ponding(SKCanvas canvas, Materials m, Texture t)
    {
        Field(canvas, t);
        Seam(canvas, 300);
        Seam(canvas, 960);
        foreach (var (grow, alpha) in new[] { (120f, 40), (80f, 55), (40f, 70) })
        {
            using var ring = new SKPaint
            {
                Color = Dirt.WithAlpha((byte)alpha),
                Style = SKPaintStyle.Stroke,
                StrokeWidth = 14,
                IsAntialias = true,
            };
            canvas.DrawOval(790, 640, 520 + grow, 270 + grow * 0.6f, ring);
        }
        using var water = new SKPaint
        {
            IsAntialias = true,
            Shader = SKShader.CreateLinearGradient(
                new SKPoint(300, 380),
                new SKPoint(1280, 900),
                [new SKColor(92, 112, 124), new SKColor(168, 186, 196), new SKColor(84, 100, 110)],
                SKShaderTileMode.Clamp
            ),
        };
        canvas.DrawOval(790, 640, 520, 270, water);
        t.Speckle(canvas, new SKRect(420, 760, 1160, 890), Dirt, 500, 4);
    }

    public static void PitchPan(SKCanvas canvas, Materials m, Texture t)
    {
        Field(canvas, t);
        Seam(canvas, 180);
        using var pan = Box(500, 470, 620, 400);
        m.Shadow(pan, 18);
        m.Metal(pan, new SKColor(132, 134, 132));
        using var filler = new SKPaint { Color = new SKColor(34, 32, 31), IsAntialias = true };
        using var inside = Box(545, 515, 530, 310);
        canvas.DrawPath(inside, filler);
        using var crack = new SKPaint
        {
            Color = new SKColor(6, 6, 6),
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 10,
            IsAntialias = true,
        };
        foreach (var (x, y) in new[] { (560f, 540f), (1050f, 560f), (600f, 800f), (1040f, 790f) })
        {
            using var split = t.Crack(new SKPoint(810, 670), new SKPoint(x, y), 10, 8);
            canvas.DrawPath(split, crack);
        }
        using var pipe = Box(740, 180, 140, 500);
        m.Metal(pipe, new SKColor(172, 174, 172));
        t.Speckle(canvas, new SKRect(740, 560, 880, 690), Materials.Rust, 700, 3);
    }

    private static void Field(SKCanvas canvas, Texture t)
    {
        canvas.Clear(Sheet);
        t.Speckle(canvas, Scenes.All, Dust, 9000, 2);
        t.Speckle(canvas, Scenes.All, SKColors.White, 4000, 2);
    }

    private static void Seam(SKCanvas canvas, float y)
    {
        using var lap = new SKPaint { Color = new SKColor(188, 189, 184), IsAntialias = true };
        canvas.DrawRect(new SKRect(0, y - 90, Scenes.Width, y), lap);
        using var edge = new SKPaint
        {
            Color = new SKColor(120, 120, 114),
            StrokeWidth = 5,
            IsAntialias = true,
        };
        canvas.DrawLine(0, y, Scenes.Width, y, edge);
    }

    private static void Probe(SKCanvas canvas)
    {
        using var steel = new SKPaint
        {
            Color = new SKColor(90, 94, 98),
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 20,
            StrokeCap = SKStrokeCap.Round,
            IsAntialias = true,
        };
        canvas.DrawLine(870, 600, 1180, 1000, steel);
        using var grip = new SKPaint
        {
            Color = new SKColor(36, 92, 84),
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 66,
            StrokeCap = SKStrokeCap.Round,
            IsAntialias = true,
        };
        canvas.DrawLine(1190, 1015, 1290, 1150, grip);
    }

    private static SKPath Box(float x, float y, float width, float height)
    {
        using var box = new SKPathBuilder();
        box.AddRect(new SKRect(x, y, x + width, y + height));
        return box.Detach();
    }
}
