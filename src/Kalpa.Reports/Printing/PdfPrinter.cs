using Microsoft.Playwright;

namespace Kalpa.Reports.Printing;

/// <summary>Chromium cannot be started or did not finish; says what to do.</summary>
public sealed class PrintingException(string message, Exception? cause = null) : Exception(message, cause);

/// <summary>
/// Prints a page to PDF with Debian's Chromium, the build without windows: no scripts, every request refused but inlined data, one page at a time, with a limit on waiting.
/// The browser is started at the first page and kept.
/// </summary>
public sealed class PdfPrinter : IAsyncDisposable
{
    private const string Chromium = "/usr/bin/chromium-headless-shell";
    private const float PatienceMilliseconds = 60_000;

    private static readonly string[] Arguments =
    [
        "--no-sandbox",
        // Letters keep their own widths on paper: by default this build fits them to the pixels of a screen.
        "--font-render-hinting=none",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
    ];

    private readonly SemaphoreSlim queue = new(1, 1);
    private IPlaywright? playwright;
    private IBrowser? browser;

    public async Task<byte[]> Print(string html, CancellationToken cancel)
    {
        await queue.WaitAsync(cancel);
        try
        {
            var chromium = await Browser();
            await using var context = await chromium.NewContextAsync(
                new BrowserNewContextOptions { JavaScriptEnabled = false, Offline = true }
            );
            await context.RouteAsync("**/*", route => route.AbortAsync());
            var page = await context.NewPageAsync();
            page.SetDefaultTimeout(PatienceMilliseconds);
            await page.SetContentAsync(html, new PageSetContentOptions { WaitUntil = WaitUntilState.Load });
            return await page.PdfAsync(
                new PagePdfOptions
                {
                    PreferCSSPageSize = true,
                    PrintBackground = true,
                    Tagged = true,
                    Outline = true,
                }
            );
        }
        catch (PlaywrightException exception)
        {
            throw new PrintingException($"The PDF could not be printed: {exception.Message}", exception);
        }
        catch (TimeoutException exception)
        {
            throw new PrintingException("Printing the PDF took too long. Try again; the report itself is safe.", exception);
        }
        finally
        {
            queue.Release();
        }
    }

    public async ValueTask DisposeAsync()
    {
        if (browser is not null)
        {
            await browser.DisposeAsync();
        }
        playwright?.Dispose();
        queue.Dispose();
    }

    private async Task<IBrowser> Browser()
    {
        if (browser is { IsConnected: true })
        {
            return browser;
        }
        if (!File.Exists(Chromium))
        {
            throw new PrintingException($"Chromium is not at {Chromium}. Install it with: apt-get install chromium-headless-shell");
        }
        playwright ??= await Playwright.CreateAsync();
        browser = await playwright.Chromium.LaunchAsync(
            new BrowserTypeLaunchOptions
            {
                ExecutablePath = Chromium,
                Headless = true,
                Args = Arguments,
            }
        );
        return browser;
    }
}
