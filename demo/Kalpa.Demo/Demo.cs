using Kalpa.Server;
using Kalpa.Server.SetUp;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Demo;

/// <summary>The server with the made-up firm of Saltmere.</summary>
public static class Demo
{
    public static Task Main(string[] args) => KalpaServer.Run(args, services => services.AddScoped<IFirstData, DemoWorld>());
}
