//! What can keep the gateway from doing what it is asked for, and what to do about it.

use std::fmt;

use unctum_core::CoreError;

/// Why the gateway does not do what it is asked for.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum GatewayError {
    /// The system gives no random numbers.
    NoRandomNumbers(String),
    /// No hash could be made of a passcode.
    PasscodeNotKept(String),
    /// A passcode too short or too long.
    PasscodeLength,
    /// The certificate of the house cannot be made, read or kept.
    HouseCertificate(String),
    /// The certificate for the machine's addresses cannot be made.
    Certificate(String),
    /// Nothing serves behind it.
    NotServing,
    /// The port of the network cannot be opened.
    PortTaken {
        /// Which.
        port: u16,
        /// What the system says.
        why: String,
    },
}

impl fmt::Display for GatewayError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::NoRandomNumbers(why) => write!(f, "This machine gives no random numbers ({why})."),
            Self::PasscodeNotKept(why) => write!(f, "The passcode could not be kept ({why})."),
            Self::PasscodeLength => f.write_str(
                "A passcode has 8 to 128 characters. A few words of your own are easy to say across a kitchen.",
            ),
            Self::HouseCertificate(why) => {
                write!(f, "The certificate of the house cannot be made or kept: {why}.")
            }
            Self::Certificate(why) => write!(f, "The certificate cannot be made: {why}."),
            Self::NotServing => f.write_str("The network is reached only while the program serves."),
            Self::PortTaken { port, why } => write!(
                f,
                "Port {port} cannot be opened ({why}). Close what uses it, or choose another with --network-port."
            ),
        }
    }
}

impl std::error::Error for GatewayError {}

impl From<GatewayError> for CoreError {
    fn from(error: GatewayError) -> Self {
        Self::NotNow(error.to_string())
    }
}
