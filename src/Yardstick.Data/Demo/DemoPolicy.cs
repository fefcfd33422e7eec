namespace Yardstick.Data.Demo;

/// <summary>The demo shop's pricing policy.</summary>
internal static class DemoPolicy
{
    internal const string Json = """
        {"currency":"USD","pricesIncludeTax":false,
        "laborRates":{"general":142.00,"diagnostic":158.00,"fleet":124.00},"laborCostPerHour":41.50,
        "markupBands":{"standard":[{"upTo":5,"multiplier":3.0},{"upTo":25,"multiplier":2.2},{"upTo":100,"multiplier":1.8},{"upTo":null,"multiplier":1.45}],"tires":[{"upTo":null,"multiplier":1.22}]},
        "categories":{"tire":{"bands":"tires"}},"priceEnding":"none","capAtList":false,
        "companions":[
        {"code":"MOUNT","label":"Mount and balance","category":"tire","kind":"labor","amountPerUnit":24.00,"hoursPerUnit":0.25,"taxable":true},
        {"code":"VALVE","label":"Valve","category":"tire","kind":"part","amountPerUnit":4.50,"costPerUnit":1.35,"taxable":true},
        {"code":"TIRE-FUND","label":"State tire fund","category":"tire","kind":"fee","amountPerUnit":1.50,"taxable":false,"passThrough":true},
        {"code":"TIRE-CASING","label":"Tire disposal","category":"tire","kind":"fee","amountPerUnit":3.25,"taxable":true,"passThrough":false}],
        "orderFees":[],
        "supplies":{"percent":6,"base":"labor","minimum":null,"maximum":38.00,"taxable":true,"costPercent":50},
        "taxes":[{"code":"STATE","percent":6.25,"on":["core","fee","part","supplies"]},{"code":"COUNTY","percent":1.125,"on":["part","supplies"]}],
        "overrun":{"percent":10,"amount":75},
        "shop":{"marginAim":55,"effectiveRateAim":138.00,"stockCost":"last","exemptions":[{"name":"Resale","all":true,"taxes":[]},{"name":"County government","all":false,"taxes":["COUNTY"]}]}}
        """;
}
