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

    /// <summary>One slope as it is seen from the ladder at its eave: gutter, field, ridge, sky.</summary>
    /// <param name="lean">How far the ridge stands to the side of the eave, in pixels.</param>
    /// <param name="chimneyAt">Where on the ridge a chimney stands, in pixels from the left; null: none.</param>
    public static Action<SKCanvas, Materials, Texture> Slope(float wear, float lean, float? chimneyAt = null) =>
        (canvas, m, t) =>
        {
            Sky(canvas);
            Fill(canvas, new SKColor(128, 140, 132), 0, 520, 500, 450, 1100, 500, 1600, 440, 1600, 700, 0, 700);
            if (chimneyAt is { } x)
            {
                m.Bricks(new SKRect(x, 210, x + 130, 520), 30);
            }
            using var slope = Path([40, 1110, 260 + lean, 430, 1340 + lean, 430, 1560, 1110]);
            canvas.Save();
            canvas.ClipPath(slope, SKClipOperation.Intersect, true);
            m.Shingles(slope.Bounds, 46, wear);
            canvas.Restore();
            Fill(canvas, new SKColor(66, 66, 66), 250 + lean, 440, 262 + lean, 418, 1338 + lean, 418, 1350 + lean, 440);
            Box(canvas, Trim, new SKRect(20, 1104, 1580, 1150));
            Box(canvas, new SKColor(92, 88, 80), new SKRect(30, 1112, 1570, 1124));
            t.Speckle(canvas, new SKRect(40, 1112, 1560, 1124), new SKColor(70, 84, 52), 500, 4);
        };

    /// <summary>A house with a flat workshop beside it, from the yard.</summary>
    public static void Yard(SKCanvas canvas, Materials m, Texture t)
    {
        Sky(canvas);
        Fill(canvas, new SKColor(122, 116, 106), 0, 880, 1600, 850, 1600, 1200, 0, 1200);
        t.Speckle(canvas, new SKRect(0, 870, 1600, 1200), new SKColor(98, 94, 88), 9000, 4);
        Roof(canvas, m, 0.55f, 90, 600, 190, 350, 880, 350, 980, 600);
        Wall(canvas, m, new SKRect(130, 600, 940, 890));
        foreach (var x in new[] { 210f, 470f, 730f })
        {
            Window(canvas, new SKRect(x, 670, x + 110, 820));
        }
        Box(canvas, Trim, new SKRect(110, 596, 960, 614));
        Wall(canvas, m, new SKRect(1000, 690, 1530, 890));
        Box(canvas, new SKColor(58, 58, 60), new SKRect(986, 672, 1544, 694));
        Box(canvas, new SKColor(78, 66, 54), new SKRect(1100, 740, 1280, 890));
    }

    /// <summary>The workshop's membrane, from its corner.</summary>
    public static void Flat(SKCanvas canvas, Materials m, Texture t)
    {
        Sky(canvas);
        Wall(canvas, m, new SKRect(0, 260, 1600, 470));
        Fill(canvas, new SKColor(62, 63, 66), 0, 440, 1600, 440, 1600, 1200, 0, 1200);
        t.Speckle(canvas, new SKRect(0, 450, 1600, 1200), new SKColor(84, 85, 88), 14000, 3);
        foreach (var y in new[] { 560f, 740f, 980f })
        {
            Box(canvas, new SKColor(48, 49, 52), new SKRect(0, y, 1600, y + 9));
        }
        Fill(canvas, new SKColor(96, 100, 100, 150), 980, 800, 1300, 770, 1460, 850, 1330, 930, 1040, 920);
        Box(canvas, new SKColor(150, 152, 152), new SKRect(1190, 826, 1260, 870));
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
