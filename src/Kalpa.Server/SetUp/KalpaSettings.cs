namespace Kalpa.Server.SetUp;

/// <summary>Settings of a start, all under <c>Kalpa:</c>. A missing one stops the start with its name.</summary>
public sealed class KalpaSettings
{
    public const string Section = "Kalpa";

    /// <summary>Folder of database, photos and keys.</summary>
    public string DataFolder { get; set; } = "";

    /// <summary>Built front end.</summary>
    public string UiFolder { get; set; } = "";

    /// <summary>Published browser core (holds <c>_framework</c>).</summary>
    public string CoreFolder { get; set; } = "";

    /// <summary>Made-up data and one-tap people. Never on a kept data folder.</summary>
    public bool Demo { get; set; }

    /// <summary>Folder of the demo's photos.</summary>
    public string DemoPhotos { get; set; } = "";

    /// <summary>A second folder, best on another disk, for a daily backup; empty: none.</summary>
    public string BackupFolder { get; set; } = "";

    /// <summary>The firm's time zone, as in <c>America/Halifax</c>: its days are those of reports and screens. Empty: the machine's.</summary>
    public string TimeZone { get; set; } = "";

    public TimeZoneInfo Zone => TimeZone.Length == 0 ? TimeZoneInfo.Local : TimeZoneInfo.FindSystemTimeZoneById(TimeZone);

    /// <summary>A fixed day for judgement, as yyyy-MM-dd: the demo's pictures do not change by themselves.</summary>
    public DateOnly? Today { get; set; }

    public static KalpaSettings Read(IConfiguration configuration)
    {
        var settings = configuration.GetSection(Section).Get<KalpaSettings>() ?? new KalpaSettings();
        if (settings.DataFolder.Length == 0)
        {
            throw new InvalidOperationException("The setting Kalpa:DataFolder is missing: give the folder that keeps database and photos.");
        }
        if (settings.Demo && settings.DemoPhotos.Length == 0)
        {
            throw new InvalidOperationException("The setting Kalpa:DemoPhotos is missing: demo mode needs the folder of its photos.");
        }
        if (settings.TimeZone.Length > 0 && !TimeZoneInfo.TryFindSystemTimeZoneById(settings.TimeZone, out _))
        {
            throw new InvalidOperationException(
                $"The setting Kalpa:TimeZone names no time zone of this machine: \"{settings.TimeZone}\". Write it as in America/Halifax."
            );
        }
        return settings;
    }
}

/// <summary>The day that judgement is made for.</summary>
public sealed class Today(KalpaSettings settings, TimeProvider clock)
{
    public DateOnly Day => settings.Today ?? DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(clock.GetUtcNow(), settings.Zone).DateTime);
}
