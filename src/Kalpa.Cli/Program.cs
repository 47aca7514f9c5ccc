using System.Text.Json;
using Kalpa.Cli;
using Kalpa.Contracts;
using Kalpa.Core.Rules;

const int Ok = 0;
const int BadUse = 1;
const int BadInput = 2;

// Run when the app is built: what is packed has been looked through, and no start has to do it again.
if (args is ["check-book"])
{
    var faults = BookChecks.Of(RuleBook.Current);
    foreach (var fault in faults)
    {
        await Console.Error.WriteLineAsync(fault);
    }
    return faults.Count == 0 ? Ok : BadInput;
}
if (await UpkeepCommands.Run(args, Console.Out, Console.Error) is { } exitCode)
{
    return exitCode;
}
if (args is not ["compute", var method])
{
    await Console.Error.WriteLineAsync(
        $"usage: kalpa compute METHOD < input.json | {UpkeepCommands.Usage} | check-book    METHOD: {string.Join(", ", ComputeMethods.All.Select(m => m.Name))}"
    );
    return BadUse;
}
var input = await Console.In.ReadToEndAsync();
var result = Compute.Run(method, input, RuleBook.Current);
if (result.Problem is { } problem)
{
    await Console.Error.WriteLineAsync(JsonSerializer.Serialize(problem, KalpaJson.Default.ComputeProblem));
    return BadInput;
}
await Console.Out.WriteLineAsync(result.Json);
return Ok;
