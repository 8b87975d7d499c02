//! What a piece is like as it goes through the fat and into the syrup.

use serde::{Deserialize, Serialize};

use crate::soak::fry::FryShape;
use crate::soak::uptake::{Crumb, Dough, SoakKind};

/// What a piece is like.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum PieceForm {
    /// A ball of khoya.
    KhoyaBall,
    /// A ball of milk powder.
    PowderBall,
    /// A ball in a batter.
    Dumpling,
    /// Coils of batter.
    Coil,
    /// A flat cake.
    Pancake,
    /// Droplets of batter.
    Droplet,
    /// A ball or disc of fresh curd.
    Chhena,
}

impl PieceForm {
    /// How it fries, if it does.
    #[must_use]
    pub fn fries(self) -> Option<FryShape> {
        match self {
            Self::KhoyaBall | Self::PowderBall => Some(FryShape::Ball),
            Self::Dumpling => Some(FryShape::Filled),
            Self::Coil => Some(FryShape::Coil),
            Self::Pancake => Some(FryShape::Pancake),
            Self::Droplet => Some(FryShape::Droplet),
            Self::Chhena => None,
        }
    }

    /// How it soaks: as what, of which dough, with which pores; none for what is not soaked through.
    #[must_use]
    pub fn soaks(self) -> Option<(SoakKind, Dough, Crumb)> {
        let (dough, crumb) = (Dough::default(), Crumb::default());
        match self {
            Self::KhoyaBall => Some((SoakKind::Dense, Dough::Khoya, crumb)),
            Self::PowderBall => Some((SoakKind::Dense, Dough::MilkPowder, crumb)),
            Self::Coil | Self::Droplet => Some((SoakKind::Porous, dough, Crumb::Coil)),
            Self::Pancake => Some((SoakKind::Porous, dough, Crumb::Pancake)),
            Self::Chhena => Some((SoakKind::Chhena, dough, crumb)),
            Self::Dumpling => None,
        }
    }
}
