using Yardstick.Core.Customers;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.Documents;

/// <summary>Who and what a document is about.</summary>
public sealed record DocumentParties(Customer? Customer, Vehicle? Vehicle, string Writer);
