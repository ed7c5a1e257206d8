namespace Juvenal.Core.Troubles;

/// <summary>What a grower sees on a plant, or in its tray. [common practice, no source]</summary>
public enum Sign
{
    /// <summary>Long, thin, leaning.</summary>
    Leggy,

    /// <summary>Pale or yellow all over.</summary>
    Pale,

    LowerLeavesYellow,

    /// <summary>Purple stems, or leaves purple below.</summary>
    Purple,

    /// <summary>Rough, corky blisters below the leaves.</summary>
    Blisters,

    Curled,

    /// <summary>Limp although the mix is wet.</summary>
    LimpWet,

    /// <summary>Limp, and the mix is dry.</summary>
    LimpDry,

    /// <summary>Limp at noon and upright at dusk.</summary>
    LimpAtNoon,

    /// <summary>Fallen over at the level of the mix, in the tray.</summary>
    Fallen,

    /// <summary>Nothing up, or patchy.</summary>
    NothingUp,

    /// <summary>The coat of the seed sits on the seed leaves.</summary>
    CoatStuck,

    /// <summary>Gone, dug out, bitten.</summary>
    Bitten,

    /// <summary>Fallen at the level of the soil, in the bed.</summary>
    CutInBed,

    /// <summary>Tops scorched, or leaves cupped, under lamps.</summary>
    ScorchedTops,

    /// <summary>White or papery patches.</summary>
    WhitePatches,

    /// <summary>Nothing new for a week.</summary>
    NothingNew,

    /// <summary>Bought plants that stay short and flower early though they are fed.</summary>
    StaysShort,

    /// <summary>Roots brown, without white tips.</summary>
    BrownRoots,

    /// <summary>Green on the mix, moss on peat pots.</summary>
    GreenMix,

    /// <summary>A white crust on the mix.</summary>
    WhiteCrust,

    /// <summary>Sticky leaves, small insects, small flies over the mix.</summary>
    Insects,

    /// <summary>Flowers before planting.</summary>
    Flowers,

    /// <summary>New leaves small, twisted, mottled.</summary>
    Twisted,
}

/// <summary>What may be behind a sign. [common practice, no source]</summary>
public enum Cause
{
    DimLight,
    WarmNights,
    LeavesTouch,
    OverFed,
    TallKind,
    Hungry,
    WetRoots,
    ColdNights,
    InTransit,
    SuddenSun,
    Overdue,
    OldSeedLeaves,
    HardeningColour,
    StillAir,
    Heat,
    Aphids,
    Thirst,
    DampingOff,
    BeatenFlat,
    ColdSeed,
    DriedOut,
    OldSeed,
    TooDeep,
    Mouse,
    TooShallow,
    DryAir,
    Slug,
    Bird,
    SunAfterDull,
    JustMoved,
    LampNear,
    NewUnderLamp,
    GrowthRegulator,
    PotTooBig,
    Cutworm,
    SkippedRung,
    WetSurface,
    Salts,
    HardWater,
    Gnats,
    UnevenWater,
    Weedkiller,
    Virus,
}

/// <summary>What only a look can tell: yes or no.</summary>
public enum Question
{
    LeavesTouch,
    MixWet,
    MixDry,
    FedLately,
    FedStrong,
    FromShop,
    NewToSun,
    RootsMatted,
    RootsBrown,
    InsectsBelow,
    FliesOverMix,
    NeckRotten,
    SeedFirm,
    SeedSoft,
    DriedOnce,
    SownDeep,
    SownShallow,
    AirDry,
    Dug,
    Slime,
    Pecked,
    AirStill,
    SurfaceWet,
    LampClose,
    NewUnderLamp,
    DullBefore,
    FlowersEarly,
    PotMuchBigger,
    Grub,
    CarriedOutAtOnce,
    HardWater,
    WaterUneven,
    WholeMixAlike,
    OneHereOneThere,
    HotAtNoon,
    MovedLately,
    SeedLeavesAlone,
    TallByNature,
    ColdAtNight,
    WarmAtNight,
    LightWeak,
}
