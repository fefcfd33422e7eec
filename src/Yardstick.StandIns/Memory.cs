using System.Text.Json;

namespace Yardstick.StandIns;

/// <summary>An order that a supplier took.</summary>
public sealed record SupplierOrder(
    string Supplier,
    string Key,
    string Reference,
    long PurchaseOrder,
    DateTime TakenAt,
    DateTime ExpectedAt,
    string State
)
{
    /// <summary>Its lines; files from before have none.</summary>
    public List<SupplierOrderLine> Lines { get; init; } = [];

    /// <summary>The branch that it was sent to.</summary>
    public string Branch { get; init; } = "";

    /// <summary>For the supplier or the driver.</summary>
    public string Message { get; init; } = "";

    /// <summary>When and how it should come.</summary>
    public string Delivery { get; init; } = "";
}

/// <summary>A line of an order that a supplier took.</summary>
public sealed record SupplierOrderLine(
    long Line,
    string Number,
    decimal Quantity,
    string State,
    decimal Filled,
    DateTime? ExpectedAt,
    decimal UnitCost = 0,
    decimal CoreEach = 0
);

/// <summary>A line of a return.</summary>
public sealed record SupplierReturnLine(long Line, string Number, decimal Quantity, decimal UnitCredit, string Reason);

/// <summary>A return that a supplier was asked for.</summary>
public sealed record SupplierReturn(string Supplier, string Key, string Authorization, string State, string Why, decimal? Credited)
{
    /// <summary>What goes back.</summary>
    public List<SupplierReturnLine> Lines { get; init; } = [];

    /// <summary>When the shop first said that it was picked up; null before.</summary>
    public DateTime? PickedUpAt { get; init; }
}

/// <summary>A charge that the terminal made or refused.</summary>
public sealed record Charge(string Key, string State, string Reference, string CardEnding, string Message, long Amount)
{
    /// <summary>Where a page sends the customer afterwards; empty for a charge at the terminal.</summary>
    public string ReturnUrl { get; init; } = "";

    /// <summary>When its page was opened, UTC.</summary>
    public DateTime At { get; init; }
}

/// <summary>What the outside world remembers; kept in a file, so that it outlives a restart as the real one would.</summary>
public sealed class Memory
{
    private sealed record Contents(List<SupplierOrder> Orders, List<Charge> Charges)
    {
        /// <summary>Texts and emails; files from before have none.</summary>
        public List<PostItem> Post { get; init; } = [];

        /// <summary>What came along with emails, by name; files from before have none.</summary>
        public Dictionary<string, byte[]> Files { get; init; } = [];

        /// <summary>What connected cars told; files from before have none.</summary>
        public List<CarEvent> Cars { get; init; } = [];

        /// <summary>Returns; files from before have none.</summary>
        public List<SupplierReturn> Returns { get; init; } = [];
    }

    private readonly string? path;
    private readonly Contents contents;
    private readonly Lock writing = new();

    /// <summary>Reads what is remembered.</summary>
    /// <param name="path">File; null remembers until the end of the process.</param>
    public Memory(string? path)
    {
        this.path = path;
        contents =
            path is not null && File.Exists(path) ? JsonSerializer.Deserialize<Contents>(File.ReadAllText(path))! : new Contents([], []);
    }

    /// <summary>Orders of a supplier.</summary>
    public SupplierOrder? FindOrder(Func<SupplierOrder, bool> which)
    {
        lock (writing)
            return contents.Orders.FirstOrDefault(which);
    }

    /// <summary>What connected cars told after a number.</summary>
    public IReadOnlyList<CarEvent> CarsAfter(long number)
    {
        lock (writing)
            return contents.Cars.FindAll(c => c.Number > number);
    }

    /// <summary>Keeps what a car told; null where its owner has not consented, or ended it.</summary>
    public CarEvent? CarTold(CarEvent told)
    {
        lock (writing)
        {
            var last = contents.Cars.FindLast(c => c.Car == told.Car && c.Kind is "consent" or "ended");
            if (told.Kind != "consent" && last?.Kind != "consent")
                return null;
            var kept = told with { Number = contents.Cars.Count + 1 };
            contents.Cars.Add(kept);
            Save();
            return kept;
        }
    }

    /// <summary>All orders of a supplier.</summary>
    public IReadOnlyList<SupplierOrder> OrdersOf(string supplier)
    {
        lock (writing)
            return contents.Orders.FindAll(o => o.Supplier == supplier);
    }

    /// <summary>Changes the return with this key, or one that begins: a key is taken once.</summary>
    public SupplierReturn ReturnOnce(
        string supplier,
        string key,
        Func<int, SupplierReturn> make,
        Func<SupplierReturn, SupplierReturn> change
    )
    {
        lock (writing)
        {
            var at = contents.Returns.FindIndex(r => r.Supplier == supplier && r.Key == key);
            if (at < 0)
            {
                at = contents.Returns.Count;
                contents.Returns.Add(make(at + 1));
            }
            contents.Returns[at] = change(contents.Returns[at]);
            Save();
            return contents.Returns[at];
        }
    }

    /// <summary>Changes a return by its authorization; false where there is none.</summary>
    public bool ChangeReturn(string supplier, string authorization, Func<SupplierReturn, SupplierReturn> change)
    {
        lock (writing)
        {
            var at = contents.Returns.FindIndex(r => r.Supplier == supplier && r.Authorization == authorization);
            if (at < 0)
                return false;
            contents.Returns[at] = change(contents.Returns[at]);
            Save();
            return true;
        }
    }

    /// <summary>How many returns a supplier took.</summary>
    public int CountReturns(string supplier)
    {
        lock (writing)
            return contents.Returns.Count(r => r.Supplier == supplier);
    }

    /// <summary>How many orders a supplier took.</summary>
    public int CountOrders(string supplier)
    {
        lock (writing)
            return contents.Orders.Count(o => o.Supplier == supplier);
    }

    /// <summary>The order with this key, or a new one: a key is taken once.</summary>
    public SupplierOrder OrderOnce(string supplier, string key, Func<int, SupplierOrder> make)
    {
        lock (writing)
        {
            if (contents.Orders.FirstOrDefault(o => o.Supplier == supplier && o.Key == key) is { } known)
                return known;
            var order = make(contents.Orders.Count + 1);
            contents.Orders.Add(order);
            Save();
            return order;
        }
    }

    /// <summary>Changes an order.</summary>
    public void Replace(SupplierOrder order)
    {
        lock (writing)
        {
            contents.Orders[contents.Orders.FindIndex(o => o.Reference == order.Reference)] = order;
            Save();
        }
    }

    /// <summary>How many charges were approved.</summary>
    public int CountCharges()
    {
        lock (writing)
            return contents.Charges.Count(c => c.State == "approved");
    }

    /// <summary>Changes the charge with this key; null where there is none.</summary>
    public Charge? ChangeCharge(string key, Func<Charge, Charge> change)
    {
        lock (writing)
        {
            var at = contents.Charges.FindIndex(c => c.Key == key);
            if (at < 0)
                return null;
            contents.Charges[at] = change(contents.Charges[at]);
            Save();
            return contents.Charges[at];
        }
    }

    /// <summary>The charge with this key, or a new one.</summary>
    public Charge ChargeOnce(string key, Func<int, Charge> make)
    {
        lock (writing)
        {
            if (contents.Charges.FirstOrDefault(c => c.Key == key) is { } known)
                return known;
            var charge = make(contents.Charges.Count + 1);
            contents.Charges.Add(charge);
            Save();
            return charge;
        }
    }

    /// <summary>A text or email from the shop: a key is taken once. What becomes of it is told as a later item.</summary>
    public PostItem PostOnce(
        string kind,
        string key,
        string address,
        string subject,
        string body,
        string attachment,
        DateTime at,
        string state,
        string why,
        string replyTo = ""
    )
    {
        lock (writing)
        {
            if (contents.Post.FirstOrDefault(p => p.Key == key && p.Way == "out") is { } known)
                return known;
            var item = Add(new PostItem(0, kind, "out", key, address, subject, body, "", at, attachment, replyTo));
            Add(new PostItem(0, kind, "state", key, address, "", why, state, at));
            Save();
            return item;
        }
    }

    /// <summary>Keeps files that come along with an email.</summary>
    public IReadOnlyList<PostFile> Keep(IEnumerable<(string Name, byte[] Content)> files)
    {
        lock (writing)
        {
            var kept = new List<PostFile>();
            foreach (var (name, content) in files)
            {
                var id = Guid.NewGuid().ToString("N");
                contents.Files.Add(id, content);
                kept.Add(new PostFile(id, name, content.Length));
            }
            return kept;
        }
    }

    /// <summary>A file that came along; null where there is none.</summary>
    public byte[]? FileOf(string id)
    {
        lock (writing)
            return contents.Files.GetValueOrDefault(id);
    }

    /// <summary>A text or email that a customer writes.</summary>
    public PostItem PostIn(PostItem written)
    {
        lock (writing)
        {
            var item = Add(written with { Key = Guid.NewGuid().ToString("N") });
            Save();
            return item;
        }
    }

    /// <summary>Everything after a number, in order.</summary>
    public IReadOnlyList<PostItem> PostAfter(long number)
    {
        lock (writing)
            return contents.Post.Where(p => p.Number > number).ToList();
    }

    private PostItem Add(PostItem item)
    {
        var numbered = item with { Number = contents.Post.Count + 1 };
        contents.Post.Add(numbered);
        return numbered;
    }

    private void Save()
    {
        if (path is null)
            return;
        File.WriteAllText(path + ".part", JsonSerializer.Serialize(contents));
        File.Move(path + ".part", path, overwrite: true);
    }
}
