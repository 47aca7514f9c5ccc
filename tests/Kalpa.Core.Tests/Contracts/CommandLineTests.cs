using System.Diagnostics;
using System.Text.Json;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Contracts;

/// <summary>The command line as a script would call it.</summary>
public class CommandLineTests
{
    [Fact]
    public async Task Answers_on_standard_output()
    {
        var (code, said, _) = await Run(["compute", "parse-measure"], """{"text":"18.435°","unit":"pitch"}""");
        code.ShouldBe(0);
        JsonDocument.Parse(said).RootElement.GetProperty("printed").GetString().ShouldBe("4:12");
    }

    [Theory]
    [InlineData("""{"text":"1","unit":"length","colour":"red"}""", "colour")]
    [InlineData("""{"text":"1" "unit"}""", "compute.bad-json")]
    [InlineData("", "compute.bad-json")]
    public async Task Bad_input_is_named_and_ends_with_two(string input, string named)
    {
        var (code, said, complained) = await Run(["compute", "parse-measure"], input);
        code.ShouldBe(2);
        said.ShouldBeEmpty();
        complained.ShouldContain(named);
    }

    [Fact]
    public async Task Bad_use_says_how_it_is_used()
    {
        var (code, _, complained) = await Run(["weigh"], "");
        code.ShouldBe(1);
        complained.ShouldContain("parse-measure");
    }

    private static async Task<(int Code, string Said, string Complained)> Run(string[] arguments, string input)
    {
        // Built beside these tests, in the same configuration.
        var configuration = new DirectoryInfo(AppContext.BaseDirectory).Parent!.Name;
        var program = Path.Combine(Repository.Root, "src/Kalpa.Cli/bin", configuration, "net10.0/Kalpa.Cli.dll");
        var start = new ProcessStartInfo("dotnet", [program, .. arguments])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        using var process = Process.Start(start)!;
        await process.StandardInput.WriteAsync(input);
        process.StandardInput.Close();
        var complaints = process.StandardError.ReadToEndAsync();
        var said = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        return (process.ExitCode, said, await complaints);
    }
}
