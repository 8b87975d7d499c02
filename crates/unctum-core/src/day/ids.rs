//! What a step and a thing are known by in a day. Neither is ever put where the other belongs, nor where a name for people
//! does.

use std::borrow::Borrow;
use std::fmt;

use serde::{Deserialize, Serialize};

macro_rules! id {
    ($(#[$doc:meta])* $name:ident) => {
        $(#[$doc])*
        #[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
        #[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
        #[serde(transparent)]
        pub struct $name(String);

        impl $name {
            /// As it is written.
            #[must_use]
            pub fn as_str(&self) -> &str {
                &self.0
            }
        }

        impl Borrow<str> for $name {
            fn borrow(&self) -> &str {
                &self.0
            }
        }

        impl fmt::Display for $name {
            fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
                f.write_str(&self.0)
            }
        }

        impl From<String> for $name {
            fn from(id: String) -> Self {
                Self(id)
            }
        }

        impl From<&str> for $name {
            fn from(id: &str) -> Self {
                Self(id.to_owned())
            }
        }
    };
}

id! {
    /// The name of a step, one in the whole problem.
    StepId
}
id! {
    /// The name of something of which a kitchen has so much: hands, a ring, a pan, trays.
    ResourceId
}

/// What ends the name of what is no step but only marks a moment.
const MARK: &str = "~";
const RING: &str = "ring:";
const PAN: &str = "pan:";
const TRAY: &str = "tray:";

impl StepId {
    /// A step of a batch.
    #[must_use]
    pub fn of(batch: &str, step: &str) -> Self {
        Self(format!("{batch}/{step}"))
    }

    /// The moment at which a step begins.
    #[must_use]
    pub fn mark(&self) -> Self {
        Self(format!("{}{MARK}", self.0))
    }

    /// Whether it is a step of this batch, or marks a moment of it.
    #[must_use]
    pub fn belongs_to(&self, batch: &str) -> bool {
        self.0.strip_prefix(batch).is_some_and(|rest| rest.starts_with('/'))
    }

    /// The step whose beginning it marks; none where it marks nothing.
    #[must_use]
    pub fn marked(&self) -> Option<Self> {
        self.0.strip_suffix(MARK).map(Self::from)
    }
}

impl ResourceId {
    /// A ring of the kitchen.
    #[must_use]
    pub fn ring(id: i32) -> Self {
        Self(format!("{RING}{id}"))
    }

    /// A pan of the kitchen.
    #[must_use]
    pub fn pan(id: i32) -> Self {
        Self(format!("{PAN}{id}"))
    }

    /// Trays of one size: the number of the first of them.
    #[must_use]
    pub fn tray(id: i32) -> Self {
        Self(format!("{TRAY}{id}"))
    }

    /// Whether it is a ring.
    #[must_use]
    pub fn is_ring(&self) -> bool {
        self.0.starts_with(RING)
    }
}

impl PartialEq<str> for ResourceId {
    fn eq(&self, other: &str) -> bool {
        self.0 == other
    }
}

impl PartialEq<&str> for ResourceId {
    fn eq(&self, other: &&str) -> bool {
        self.0 == *other
    }
}
