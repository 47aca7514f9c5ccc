using SkiaSharp;

namespace Kalpa.DemoPhotos;

/// <summary>Buildings as one comes to them: the picture for a report's cover.</summary>
internal static class HouseScenes
{
    private static readonly SKColor Trim = new(232, 230, 220);
    private static readonly SKColor Glass = new(62, 78, 90);

    /// <summary>A shingled house with a boat porch, from the street.</summary>
    public static void Street(SKCanvas canvas, Materials m, Texture t)
    {
        Sky(canvas);
        Fill(canvas, new SKColor(112, 126, 104), 0, 640, 420, 560, 900, 600, 1600, 520, 1600, 900, 0, 900);
        Fill(canvas, new SKColor(96, 114, 78), 0, 860, 1600, 830, 1600, 1200, 0, 1200);
        t.Speckle(canvas, new SKRect(0, 860, 1600, 1200), new SKColor(84, 104, 66), 9000, 4);
        // The wing behind, then the main wing before it.
        Roof(canvas, m, 0.35f, 860, 500, 1010, 300, 1240, 300, 1420, 500);
        Wall(canvas, m, new SKRect(880, 500, 1400, 640));
        m.Bricks(new SKRect(520, 210, 610, 430), 26);
        Roof(canvas, m, 0.6f, 210, 620, 330, 380, 1180, 380, 1310, 620);
        Wall(canvas, m, new SKRect(250, 620, 1270, 900));
        foreach (var x in new[] { 330f, 560f, 1080f })
        {
            Window(canvas, new SKRect(x, 680, x + 110, 830));
        }
        Box(canvas, Trim, new SKRect(236, 616, 1284, 634));
        Porch(canvas, m);
    }

    private static void Porch(SKCanvas canvas, Materials m)
    {
        Box(canvas, new SKColor(52, 50, 48), new SKRect(760, 720, 980, 930));
        Roof(canvas, m, 0.2f, 690, 740, 740, 690, 1000, 690, 1050, 740);
        Box(canvas, Trim, new SKRect(690, 738, 1050, 752));
        foreach (var x in new[] { 712f, 1012f })
        {
            Box(canvas, Trim, new SKRect(x, 752, x + 18, 940));
        }
    }

    private static void Sky(SKCanvas canvas)
    {
        using var shader = SKShader.CreateLinearGradient(
            new SKPoint(0, 0),
            new SKPoint(0, 700),
            [new SKColor(168, 182, 194), new SKColor(222, 224, 222)],
            SKShaderTileMode.Clamp
        );
        using var sky = new SKPaint { Shader = shader };
        canvas.DrawRect(Scenes.All, sky);
    }

    private static void Roof(SKCanvas canvas, Materials m, float wear, params float[] corners)
    {
        using var outline = Path(corners);
        canvas.Save();
        canvas.ClipPath(outline, SKClipOperation.Intersect, true);
        m.Shingles(outline.Bounds, 18, wear);
        canvas.Restore();
    }

    private static void Wall(SKCanvas canvas, Materials m, SKRect area)
    {
        m.Boards(area, Materials.Siding, 22);
        using var shade = new SKPaint { Color = new SKColor(20, 24, 28, 70) };
        canvas.DrawRect(new SKRect(area.Left, area.Top, area.Right, area.Top + 26), shade);
    }

    private static void Window(SKCanvas canvas, SKRect area)
    {
        Box(canvas, Trim, SKRect.Inflate(area, 10, 10));
        Box(canvas, Glass, area);
        Box(canvas, Trim, new SKRect(area.MidX - 4, area.Top, area.MidX + 4, area.Bottom));
        Box(canvas, Trim, new SKRect(area.Left, area.MidY - 4, area.Right, area.MidY + 4));
    }

    private static void Box(SKCanvas canvas, SKColor color, SKRect area)
    {
        using var paint = new SKPaint { Color = color, IsAntialias = true };
        canvas.DrawRect(area, paint);
    }

    private static void Fill(SKCanvas canvas, SKColor color, params float[] corners)
    {
        using var path = Path(corners);
        using var paint = new SKPaint { Color = color, IsAntialias = true };
        canvas.DrawPath(path, paint);
    }

    private static SKPath Path(float[] corners)
    {
        var path = new SKPathBuilder();
        path.MoveTo(corners[0], corners[1]);
        for (var i = 2; i + 1 < corners.Length; i += 2)
        {
            path.LineTo(corners[i], corners[i + 1]);
        }
        path.Close();
        return path.Detach();
    }
}
