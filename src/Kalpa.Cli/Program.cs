using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Rules;

const int Ok = 0;
const int BadUse = 1;
const int BadInput = 2;

if (args is not ["compute", var method])
{
    await Console.Error.WriteLineAsync($"usage: kalpa compute METHOD < input.json    METHOD: {string.Join(", ", Compute.Methods)}");
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
