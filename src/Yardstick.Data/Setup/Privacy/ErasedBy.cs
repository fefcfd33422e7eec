namespace Yardstick.Data.Setup.Privacy;

/// <summary>What becomes of a row when its customer is erased.</summary>
internal enum ErasedBy
{
    /// <summary>It goes.</summary>
    Removal,

    /// <summary>What names somebody is blanked; the rest stays for the shop's figures.</summary>
    Blanking,

    /// <summary>Nothing: it holds keys, amounts or the work alone.</summary>
    Nothing,
}
