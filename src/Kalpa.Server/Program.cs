using Kalpa.Server;

await KalpaServer.Run(args);

/// <summary>Named for the tests' host.</summary>
public partial class Program;
