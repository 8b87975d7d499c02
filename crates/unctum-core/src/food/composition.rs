//! What foods are made of: shares for an ingredient, grams for what is in a vessel.

use serde::{Deserialize, Serialize};

use crate::food::thermal::Makeup;
use crate::syrup::Charge;

/// How many components are told apart.
pub const COMPONENTS: usize = 10;

macro_rules! components {
    ($(#[$words:meta])* $name:ident: $($(#[$field_words:meta])* $field:ident),+ $(,)?) => {
        $(#[$words])*
        #[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
        #[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
        #[serde(deny_unknown_fields, default)]
        pub struct $name {
            $($(#[$field_words])* #[serde(skip_serializing_if = "nothing")] pub $field: f64,)+
        }

        impl $name {
            /// The components in the order of the fields.
            #[must_use]
            pub fn to_array(&self) -> [f64; COMPONENTS] {
                [$(self.$field),+]
            }

            /// From the components in the order of the fields.
            #[must_use]
            pub fn from_array(values: [f64; COMPONENTS]) -> Self {
                let [$($field),+] = values;
                Self { $($field),+ }
            }
        }
    };
}

fn nothing(value: &f64) -> bool {
    *value <= 0.0
}

components!(
    /// Mass fractions of a food; they add up to 1.
    Composition:
    /// Water.
    water_frac,
    /// Cane sugar.
    sucrose_frac,
    /// Glucose and fructose.
    reducing_frac,
    /// Milk sugar.
    lactose_frac,
    /// Gums and other dissolved solids that are no sugar.
    gums_frac,
    /// Fat.
    fat_frac,
    /// Protein.
    protein_frac,
    /// Starch.
    starch_frac,
    /// Fibre, and grit where there is any.
    fibre_frac,
    /// Minerals.
    ash_frac,
);

components!(
    /// Grams of each component of what is in a vessel.
    Parts:
    /// Water.
    water_g,
    /// Cane sugar.
    sucrose_g,
    /// Glucose and fructose.
    reducing_g,
    /// Milk sugar.
    lactose_g,
    /// Gums and other dissolved solids that are no sugar.
    gums_g,
    /// Fat.
    fat_g,
    /// Protein.
    protein_g,
    /// Starch.
    starch_g,
    /// Fibre, and grit where there is any.
    fibre_g,
    /// Minerals.
    ash_g,
);

impl Composition {
    /// Sugars of every kind, 0–1.
    #[must_use]
    pub fn sugars_frac(&self) -> f64 {
        self.sucrose_frac + self.reducing_frac + self.lactose_frac
    }

    /// `mass_g` of a food of this composition.
    #[must_use]
    pub fn of_g(&self, mass_g: f64) -> Parts {
        Parts::from_array(self.to_array().map(|frac| frac * mass_g))
    }

    /// The same, as the six components that thermal properties are known for.
    #[must_use]
    pub fn makeup(&self) -> Makeup {
        Makeup {
            water_frac: self.water_frac,
            protein_frac: self.protein_frac,
            fat_frac: self.fat_frac,
            carbohydrate_frac: self.sugars_frac() + self.gums_frac + self.starch_frac,
            fibre_frac: self.fibre_frac,
            ash_frac: self.ash_frac,
        }
    }
}

impl Parts {
    /// All of it, g.
    #[must_use]
    pub fn total_g(&self) -> f64 {
        self.to_array().iter().sum()
    }

    /// All but the water, g.
    #[must_use]
    pub fn solids_g(&self) -> f64 {
        self.total_g() - self.water_g
    }

    /// Sugars of every kind, g.
    #[must_use]
    pub fn sugars_g(&self) -> f64 {
        self.sucrose_g + self.reducing_g + self.lactose_g
    }

    /// Both together.
    #[must_use]
    pub fn plus(&self, more: &Self) -> Self {
        let (mut sum, more) = (self.to_array(), more.to_array());
        sum.iter_mut().zip(more).for_each(|(a, b)| *a += b);
        Self::from_array(sum)
    }

    /// What is left when `less` is taken away.
    #[must_use]
    pub fn minus(&self, less: &Self) -> Self {
        self.plus(&less.times(-1.0))
    }

    /// A share or a multiple of it.
    #[must_use]
    pub fn times(&self, factor: f64) -> Self {
        Self::from_array(self.to_array().map(|g| g * factor))
    }

    /// The same solids with another amount of water, g.
    #[must_use]
    pub fn with_water(&self, water_g: f64) -> Self {
        Self { water_g, ..*self }
    }

    /// Shares of the whole; all zero for nothing.
    #[must_use]
    pub fn composition(&self) -> Composition {
        let total_g = self.total_g();
        if total_g <= 0.0 {
            return Composition::default();
        }
        Composition::from_array(self.to_array().map(|g| g / total_g))
    }

    /// As a syrup: what dissolves is sugar, minerals and gums; the rest weighs but does not count in
    /// the strength.
    #[must_use]
    pub fn charge(&self) -> Charge {
        Charge {
            sucrose_g: self.sucrose_g,
            reducing_g: self.reducing_g,
            ash_g: self.ash_g,
            other_g: self.lactose_g + self.gums_g,
            insoluble_g: self.fat_g + self.protein_g + self.starch_g + self.fibre_g,
            water_g: self.water_g,
        }
    }
}
