namespace Yardstick.Core.WriteUp;

/// <summary>What is known about a customer or a car before anything is written up.</summary>
public enum AdvisoryKind
{
    /// <summary>Something that everyone who deals with them has to know.</summary>
    Warning,

    /// <summary>An order that is open for the car.</summary>
    OpenOrder,

    /// <summary>Work of an earlier visit that is still under warranty.</summary>
    Warranty,

    /// <summary>Work that was put off.</summary>
    Deferred,

    /// <summary>Work that was declined or never answered.</summary>
    Declined,

    /// <summary>A finding that nobody made work of.</summary>
    Advised,

    /// <summary>Work that comes again.</summary>
    Reminder,

    /// <summary>What was done on like cars.</summary>
    Like,

    /// <summary>An earlier visit.</summary>
    Visit,

    /// <summary>A service of the maker's schedule; told from outside.</summary>
    Service,

    /// <summary>An open recall; told from outside.</summary>
    Recall,

    /// <summary>A service bulletin; told from outside.</summary>
    Bulletin,

    /// <summary>What others did on the car; told from outside.</summary>
    Past,
}
