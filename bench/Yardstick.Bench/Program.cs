using BenchmarkDotNet.Running;
using Yardstick.Bench;

// Each prints figures to be compared within one run; none decides whether something passes.
var rest = args.Skip(1).ToArray();
int Number(int at, int usual) =>
    rest.ElementAtOrDefault(at) is { } text ? int.Parse(text, System.Globalization.CultureInfo.InvariantCulture) : usual;
switch (args.FirstOrDefault())
{
    case "pricing":
        BenchmarkRunner.Run<PricingBench>(args: rest);
        return 0;
    case "price-file":
        return await PriceFile.CompareAsync(rest);
    case "price-memory":
        return await PriceFile.MemoryAsync(rest);
    case "seed":
        return await Seed.RunAsync(rest.FirstOrDefault() ?? ".data/large");
    case "find":
        return await FindBench.RunAsync(rest.FirstOrDefault() ?? ".data/large");
    case "reports":
        return await ReportsBench.RunAsync(rest.FirstOrDefault() ?? ".data/bench-large");
    case "parts":
        return await PartsBench.RunAsync(rest.FirstOrDefault() ?? ".data/bench-parts");
    case "people":
        return await PeopleBench.RunAsync(Number(0, 50), rest.ElementAtOrDefault(1) ?? ".data/bench-people", Number(2, 300));
    case "schedule":
        return await ScheduleBench.RunAsync(rest.FirstOrDefault() ?? ".data/bench-schedule");
    case "plan":
        return PlanBench.Run();
    case "import":
        return await ImportBench.RunAsync(
            rest.FirstOrDefault() is { } rows ? int.Parse(rows, System.Globalization.CultureInfo.InvariantCulture) : 50_000
        );
    default:
        Console.WriteLine(
            """
            pricing        a small and a large order with all figures of what each job adds: time and allocations
            price-file     a file of cases priced, against reading the same cases and writing them back   [200000]
            price-memory   peak memory of pricing a long file against that of a short one                 [20000 1000000]
            seed           makes a large shop: 100,000 customers, 150,000 cars, 400,000 orders       [.data/large]
            import         a file of customers brought in and taken back                                  [50000]
            find           the find field over HTTP on the large shop, against its bare SQL           [.data/large]
            reports        pages of measures on the large shop (seed it first) over HTTP, against their bare SQL
                                                                                                   [.data/bench-large]
            parts          stock, search, a part and the parts page on 20,000 parts, 300,000 movements, 30,000
                           purchase orders, against their bare SQL                                [.data/bench-parts]
            plan           the plan of the work: put together and solved, time and figures, proofs of small cases
            schedule       floor, calendar, promise and better plan with 500 open orders, against the
                           demo's few                                                             [.data/bench-schedule]
            people         a shop at work: so many people with live screens    [50] [.data/bench-people or .data/large] [300 s]
            sheet          typing, totals and lists on orders of 10 and of 200 lines, in a browser
            asking         documents as PDF, the customer's page over the wire, an answer on its way to the counter
            inspection     taps of sixty points, tap to paint with two hundred, bytes of the bench, in a browser
            paint          from a key to the painted find list, in a browser on the large shop      [.data/large]
            """
        );
        return 1;
}
