namespace Yardstick.Server.Live;

/// <summary>What open screens ask anew for. The web knows the same names (<c>lib/changes/topics.ts</c>; a test compares them).</summary>
public enum TopicKind
{
    /// <summary>One order: its sheet, record, documents, findings, links.</summary>
    Order,

    /// <summary>Lists of orders.</summary>
    Orders,

    /// <summary>The floor and the day as they are shown: told only when what is shown has changed.</summary>
    Floor,

    /// <summary>The calendar: appointments, planned work, who is there.</summary>
    Calendar,

    /// <summary>Washing and other work beside the stage.</summary>
    AfterWork,

    /// <summary>Clocked times.</summary>
    Times,

    /// <summary>Technicians' benches.</summary>
    Bench,

    /// <summary>One inspection.</summary>
    Inspection,

    /// <summary>Parts that are needed and purchase orders.</summary>
    Parts,

    /// <summary>Returns to suppliers, cores, their bills, and what nobody waits for.</summary>
    Returns,

    /// <summary>Stock of one catalog part.</summary>
    Stock,

    /// <summary>One invoice with its payments and charges.</summary>
    Invoice,

    /// <summary>Accounts, the drawer and the books.</summary>
    Books,

    /// <summary>One customer; 0 for many at once.</summary>
    Customer,

    /// <summary>One vehicle; 0 for many at once.</summary>
    Vehicle,

    /// <summary>Files on records.</summary>
    Files,

    /// <summary>Labels and custom fields on records.</summary>
    Labels,

    /// <summary>Messages of an order; 0 for those of none.</summary>
    Messages,

    /// <summary>What was done to follow up.</summary>
    FollowUps,

    /// <summary>What came in from outside by itself.</summary>
    Requests,

    /// <summary>What happened by itself.</summary>
    Notices,

    /// <summary>The pricing policy, its draft and versions.</summary>
    Policy,

    /// <summary>Canned jobs, parts, fees, the shop's labor guide.</summary>
    Catalog,

    /// <summary>Shop, people, texts, templates.</summary>
    Setup,

    /// <summary>One import; 0 for many.</summary>
    Import,

    /// <summary>Phrases.</summary>
    Phrases,

    /// <summary>Who is signed in where, and which programs are let in.</summary>
    Sessions,

    /// <summary>Programs that are told, and messages to them.</summary>
    Webhooks,

    /// <summary>Backups and their plan.</summary>
    Backups,
}
