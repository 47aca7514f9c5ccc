using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Costs;

/// <summary>Prices that a cost can be worked by hand with.</summary>
internal static class PlainPrices
{
    public static FirmPrice At(string key, double price) => new(key, price, price, price);

    /// <summary>A firm that has set every price: 100 an hour, four hours at least, and nothing on top; materials cost nothing unless said.</summary>
    public static FirmRulesFact Firm(params FirmPrice[] own)
    {
        FirmPrice[] usual = [At("labor", 100), At("call-out", 4), At("trip", 0), At("region", 1)];
        FirmPrice[] plain = [.. own, .. usual.Where(u => own.All(o => o.Key != u.Key))];
        return new FirmRulesFact(Guid.CreateVersion7(), [], [], CostsForClients: true)
        {
            Prices = [.. plain, .. RuleBook.Current.Prices.Where(p => plain.All(o => o.Key != p.Key)).Select(p => At(p.Key, 0))],
        };
    }
}
