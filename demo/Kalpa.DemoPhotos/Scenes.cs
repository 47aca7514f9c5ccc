using SkiaSharp;

namespace Kalpa.DemoPhotos;

/// <summary>The demo's pictures: each shows one thing that an inspector would photograph.</summary>
internal static class Scenes
{
    public const int Width = 1600;
    public const int Height = 1200;

    internal static readonly SKRect All = new(0, 0, Width, Height);

    public static readonly IReadOnlyDictionary<string, Action<SKCanvas, Materials, Texture>> ByFile = new Dictionary<
        string,
        Action<SKCanvas, Materials, Texture>
    >
    {
        ["shingles-fresh.jpg"] = (_, m, _) => m.Shingles(All, 150, 0.02f, -2),
        ["shingles-worn.jpg"] = Worn,
        ["boot-torn.jpg"] = Boot,
        ["attic-stain.jpg"] = Attic,
        ["nail-exposed.jpg"] = Nail,
        ["drip-edge.jpg"] = DripEdge,
        ["counter-flashing.jpg"] = CounterFlashing,
        ["kickout-missing.jpg"] = KickOut,
        ["valley-debris.jpg"] = Valley,
        ["flue-rust.jpg"] = Flue,
        ["tile-slipped.jpg"] = SlippedTile,
        ["underlayment.jpg"] = Underlayment,
        ["tile-courses.jpg"] = (_, m, _) => m.Tiles(All, 150, 205),
        ["tile-cracked.jpg"] = CrackedTile,
        ["seam-open.jpg"] = MembraneScenes.OpenSeam,
        ["ponding.jpg"] = MembraneScenes.Ponding,
        ["pitch-pan.jpg"] = MembraneScenes.PitchPan,
        ["house-street.jpg"] = HouseScenes.Street,
        ["slope-south.jpg"] = HouseScenes.Slope(0.65f, 0),
        ["slope-north.jpg"] = HouseScenes.Slope(0.3f, -90, 420),
        ["slope-east.jpg"] = HouseScenes.Slope(0.5f, 120),
        ["slope-west.jpg"] = HouseScenes.Slope(0.35f, -140, 980),
        ["slope-porch.jpg"] = HouseScenes.Slope(0.1f, 40),
        ["yard.jpg"] = HouseScenes.Yard,
        ["workshop-flat.jpg"] = HouseScenes.Flat,
    };

    private static void Worn(SKCanvas canvas, Materials m, Texture t)
    {
        m.Shingles(All, 150, 0.75f, 3);
        for (var i = 0; i < 16; i++)
        {
            m.Bald(t.Between(100, 1500), t.Between(100, 1100), t.Between(25, 70));
        }
    }

    private static void Boot(SKCanvas canvas, Materials m, Texture t)
    {
        m.Shingles(All, 165, 0.3f);
        m.Metal(Quad(460, 420, 1120, 420, 1180, 980, 400, 980), new SKColor(118, 122, 126));
        m.Shingles(new SKRect(380, 300, 1220, 470), 165, 0.3f);
        using var collar = Oval(800, 700, 235, 190);
        m.Shadow(collar, 12);
        using var rubber = new SKPaint { Color = new SKColor(34, 34, 36), IsAntialias = true };
        canvas.DrawPath(collar, rubber);
        t.Speckle(canvas, new SKRect(570, 520, 1030, 880), new SKColor(60, 60, 62), 900, 2);
        Pipe(canvas, m, 800, 660, 105, 430);
        using var gap = new SKPaint
        {
            Color = new SKColor(4, 4, 5),
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 26,
            StrokeCap = SKStrokeCap.Round,
            IsAntialias = true,
        };
        using var tear = t.Crack(new SKPoint(898, 690), new SKPoint(1030, 600), 12, 7);
        canvas.DrawPath(tear, gap);
        gap.StrokeWidth = 9;
        foreach (var (x, y) in new[] { (690f, 840f), (640f, 640f), (890f, 860f), (990f, 760f) })
        {
            using var split = t.Crack(new SKPoint(800 + (x - 800) * 0.55f, 700 + (y - 700) * 0.55f), new SKPoint(x, y), 9, 6);
            canvas.DrawPath(split, gap);
        }
    }

    private static void Pipe(SKCanvas canvas, Materials m, float x, float y, float radius, float height)
    {
        using var side = new SKPathBuilder();
        side.AddRect(new SKRect(x - radius, y - height, x + radius, y + 20));
        side.AddOval(new SKRect(x - radius, y - 20, x + radius, y + 70));
        using var path = side.Detach();
        m.Metal(path, new SKColor(196, 196, 190));
        using var rim = new SKPaint { Color = new SKColor(26, 26, 28), IsAntialias = true };
        canvas.DrawOval(x, y - height, radius, radius * 0.36f, rim);
        using var lip = new SKPaint
        {
            Color = new SKColor(214, 214, 208),
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 12,
            IsAntialias = true,
        };
        canvas.DrawOval(x, y - height, radius, radius * 0.36f, lip);
    }

    private static void Attic(SKCanvas canvas, Materials m, Texture t)
    {
        m.Boards(All, new SKColor(150, 116, 78), 1200);
        m.Stain(820, 520, 300, new SKColor(66, 42, 22, 150), 260);
        m.Stain(800, 500, 190, new SKColor(38, 24, 14, 170), 120);
        m.Stain(850, 560, 90, new SKColor(20, 16, 14, 190));
        foreach (var x in new[] { 140f, 1260f })
        {
            m.Boards(new SKRect(x, 0, x + 170, Height), new SKColor(188, 152, 106), 170, true);
        }
        for (var i = 0; i < 14; i++)
        {
            m.RustOn(new SKRect(450 + i % 5 * 160, 240 + i / 5 * 280, 470 + i % 5 * 160, 260 + i / 5 * 280), 1);
        }
        t.Speckle(canvas, All, new SKColor(40, 30, 20), 2500, 2);
    }

    private static void Nail(SKCanvas canvas, Materials m, Texture t)
    {
        m.Shingles(All, 320, 0.25f, 1);
        m.Stain(800, 700, 70, new SKColor(120, 70, 40, 150), 240);
        using var head = Oval(800, 640, 58, 54);
        m.Metal(head, new SKColor(152, 128, 108));
        m.RustOn(new SKRect(770, 610, 830, 670), 7);
        using var dent = new SKPaint
        {
            Color = new SKColor(30, 26, 24, 170),
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 6,
            IsAntialias = true,
        };
        canvas.DrawOval(800, 640, 59, 55, dent);
        t.Speckle(canvas, new SKRect(700, 560, 900, 820), Materials.Rust, 220, 2);
    }

    private static void DripEdge(SKCanvas canvas, Materials m, Texture t)
    {
        m.Fill(All, new SKColor(164, 186, 200));
        m.Shingles(new SKRect(0, 0, Width, 470), 170, 0.2f);
        m.Boards(new SKRect(0, 640, Width, 1010), new SKColor(222, 218, 204), 380);
        m.Fill(new SKRect(0, 1010, Width, Height), new SKColor(92, 104, 96));
        m.Metal(Quad(-20, 465, 812, 465, 812, 655, -20, 640), new SKColor(226, 226, 222));
        m.Metal(Quad(838, 465, 1620, 465, 1620, 640, 838, 668), new SKColor(214, 216, 214));
        m.Fill(new SKRect(812, 468, 838, 662), new SKColor(40, 30, 22));
        m.Stain(826, 760, 60, new SKColor(72, 54, 34, 150), 230);
        using var line = new SKPaint { Color = new SKColor(120, 116, 108), StrokeWidth = 6 };
        canvas.DrawLine(0, 520, 812, 522, line);
        canvas.DrawLine(838, 524, Width, 520, line);
        t.Speckle(canvas, new SKRect(780, 640, 880, 1000), new SKColor(60, 46, 30), 260, 2.4f);
    }

    private static void CounterFlashing(SKCanvas canvas, Materials m, Texture t)
    {
        m.Shingles(All, 150, 0.3f);
        m.Bricks(new SKRect(250, 0, 1350, 700), 74);
        m.Metal(Quad(230, 640, 1370, 640, 1430, 860, 170, 860), Materials.Lead);
        m.Metal(Quad(236, 600, 1366, 612, 1366, 668, 236, 652), new SKColor(158, 162, 164));
        using var gap = new SKPaint
        {
            Color = new SKColor(18, 16, 16),
            StrokeWidth = 11,
            Style = SKPaintStyle.Stroke,
        };
        using var joint = t.Crack(new SKPoint(240, 598), new SKPoint(1362, 608), 4, 30);
        canvas.DrawPath(joint, gap);
        m.Stain(700, 560, 120, new SKColor(60, 52, 46, 90), 80);
    }

    private static void KickOut(SKCanvas canvas, Materials m, Texture t)
    {
        m.Boards(All, Materials.Siding, 118);
        using (var roof = Quad(-20, 250, 900, 700, 900, 1220, -20, 1220))
        {
            canvas.Save();
            canvas.ClipPath(roof);
            m.Shingles(All, 140, 0.25f, 26);
            canvas.Restore();
        }
        for (var i = 0; i < 7; i++)
        {
            m.Metal(
                Quad(60 + i * 118, 200 + i * 58, 190 + i * 118, 264 + i * 58, 190 + i * 118, 372 + i * 58, 60 + i * 118, 308 + i * 58),
                Materials.Lead
            );
        }
        m.Metal(Quad(860, 730, 1010, 730, 1010, 860, 860, 860), new SKColor(232, 232, 228));
        m.Stain(1010, 830, 95, new SKColor(70, 62, 40, 165), 330);
        m.Stain(1040, 930, 60, new SKColor(40, 44, 26, 150), 220);
        t.Speckle(canvas, new SKRect(930, 760, 1160, 1190), new SKColor(56, 60, 36), 900, 3);
    }

    private static void Valley(SKCanvas canvas, Materials m, Texture t)
    {
        m.Shingles(new SKRect(0, 0, 800, Height), 150, 0.25f, 24);
        m.Shingles(new SKRect(800, 0, Width, Height), 150, 0.25f, -24);
        m.Metal(Quad(690, -20, 910, -20, 980, 1220, 620, 1220), Materials.Lead);
        using var rib = new SKPaint { Color = new SKColor(70, 74, 78), StrokeWidth = 10 };
        canvas.DrawLine(800, 0, 800, Height, rib);
        m.Leaves(new SKRect(640, 430, 960, 900), 420);
        m.Stain(800, 930, 90, new SKColor(30, 30, 24, 120), 140);
        t.Speckle(canvas, new SKRect(640, 420, 970, 960), new SKColor(60, 46, 26), 900, 3);
    }

    private static void Flue(SKCanvas canvas, Materials m, Texture t)
    {
        m.Shingles(All, 150, 0.25f);
        m.Metal(Quad(420, 520, 1180, 520, 1260, 1010, 340, 1010), new SKColor(140, 142, 142));
        using var cone = Quad(650, 470, 950, 470, 1060, 820, 540, 820);
        m.Metal(cone, new SKColor(150, 150, 148));
        Pipe(canvas, m, 800, 520, 140, 430);
        using var collar = Oval(800, 500, 230, 74);
        m.Metal(collar, new SKColor(146, 130, 116));
        m.RustOn(new SKRect(590, 450, 1010, 560), 26);
        m.RustOn(new SKRect(690, 110, 910, 440), 7);
        m.Stain(760, 640, 50, Materials.Rust.WithAlpha(120), 170);
    }

    private static void SlippedTile(SKCanvas canvas, Materials m, Texture t)
    {
        m.Tiles(All, 170, 240, (column, row) => column == 4 && row == 2 ? (4000, 0) : (0, 0));
        m.Fill(new SKRect(690, 470, 842, 720), new SKColor(38, 36, 34));
        t.Speckle(canvas, new SKRect(690, 470, 842, 720), new SKColor(70, 66, 60), 700, 2);
        m.Tile(700, 730, 170, 300, 17);
    }

    private static void CrackedTile(SKCanvas canvas, Materials m, Texture t)
    {
        m.Tiles(All, 270, 400);
        using var dark = new SKPaint
        {
            Color = new SKColor(24, 12, 8),
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 10,
            IsAntialias = true,
            StrokeJoin = SKStrokeJoin.Round,
        };
        using var crack = t.Crack(new SKPoint(570, 560), new SKPoint(800, 780), 26);
        canvas.DrawPath(crack, dark);
        dark.StrokeWidth = 5;
        using var branch = t.Crack(new SKPoint(700, 680), new SKPoint(640, 800), 14, 9);
        canvas.DrawPath(branch, dark);
    }

    private static void Underlayment(SKCanvas canvas, Materials m, Texture t)
    {
        m.Tiles(new SKRect(0, 0, Width, 470), 170, 240);
        m.Boards(new SKRect(0, 470, Width, 1000), Materials.Wood, 260);
        m.Fill(new SKRect(0, 1000, Width, Height), new SKColor(216, 212, 200));
        using var felt = new SKPathBuilder();
        felt.MoveTo(-10, 460);
        felt.LineTo(1610, 460);
        for (var x = 1610f; x > -20; x -= 55)
        {
            felt.LineTo(x, 700 + t.Between(-110, 120));
        }
        felt.Close();
        using var path = felt.Detach();
        m.Shadow(path, 14);
        using var paint = new SKPaint { Color = new SKColor(44, 42, 40), IsAntialias = true };
        canvas.DrawPath(path, paint);
        using var curl = new SKPaint
        {
            Color = new SKColor(96, 90, 82),
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 16,
            IsAntialias = true,
        };
        canvas.DrawPath(path, curl);
        t.Speckle(canvas, new SKRect(0, 470, Width, 660), new SKColor(80, 76, 70), 2600, 2);
        m.Stain(500, 860, 110, new SKColor(52, 34, 18, 140), 90);
        m.Stain(1180, 840, 140, new SKColor(52, 34, 18, 150), 110);
    }

    private static SKPath Quad(float ax, float ay, float bx, float by, float cx, float cy, float dx, float dy)
    {
        using var path = new SKPathBuilder();
        path.MoveTo(ax, ay);
        path.LineTo(bx, by);
        path.LineTo(cx, cy);
        path.LineTo(dx, dy);
        path.Close();
        return path.Detach();
    }

    private static SKPath Oval(float x, float y, float rx, float ry)
    {
        using var path = new SKPathBuilder();
        path.AddOval(new SKRect(x - rx, y - ry, x + rx, y + ry));
        return path.Detach();
    }
}
