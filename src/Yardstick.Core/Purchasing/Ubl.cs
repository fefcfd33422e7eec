using System.Xml.Linq;

namespace Yardstick.Core.Purchasing;

/// <summary>Names that UBL 2.1 documents share.</summary>
internal static class Ubl
{
    internal static readonly XNamespace Basic = "urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2";
    internal static readonly XNamespace Aggregate = "urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2";

    /// <summary>A party by its name.</summary>
    internal static XElement Party(string name) =>
        new(Aggregate + "Party", new XElement(Aggregate + "PartyName", new XElement(Basic + "Name", name)));
}
