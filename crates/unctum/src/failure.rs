//! What keeps the program from going on.

/// Whatever keeps the program from going on, in words.
pub type Failure = Box<dyn std::error::Error>;
