//! Secrets: made at random, kept only as hashes.

use argon2::Argon2;
use argon2::password_hash::phc::PasswordHash;
use argon2::password_hash::{PasswordHasher, PasswordVerifier};
use sha2::{Digest, Sha256};

use super::error::GatewayError;

/// Characters that nobody mixes up, 32 of them: five bits each.
const PLAIN: &[u8; 32] = b"abcdefghjkmnpqrstuvwxyz023456789";

/// A secret of `length` characters, five bits each, from the system's own randomness.
///
/// # Errors
/// [`GatewayError::NoRandomNumbers`].
pub fn fresh_secret(length: usize) -> Result<String, GatewayError> {
    let mut bytes = vec![0_u8; length];
    getrandom::fill(&mut bytes).map_err(|e| GatewayError::NoRandomNumbers(e.to_string()))?;
    let plain = |b: u8| PLAIN.get(usize::from(b) % PLAIN.len()).map(|c| char::from(*c));
    Ok(bytes.into_iter().filter_map(plain).collect())
}

/// The hash under which a device's secret is kept: SHA-256, enough for 160 random bits.
#[must_use]
pub fn hash_of_secret(secret: &str) -> String {
    Sha256::digest(secret.as_bytes()).iter().map(|b| format!("{b:02x}")).collect()
}

/// The hash under which a passcode is kept: Argon2id with a salt of its own.
///
/// # Errors
/// [`GatewayError::PasscodeNotKept`], when the system has no random numbers for the salt.
pub fn hash_of_passcode(passcode: &str) -> Result<String, GatewayError> {
    let hash = Argon2::default().hash_password(passcode.as_bytes());
    Ok(hash.map_err(|e| GatewayError::PasscodeNotKept(e.to_string()))?.to_string())
}

/// Whether a passcode is the one that was kept.
#[must_use]
pub fn matches(passcode: &str, hash: &str) -> bool {
    let Ok(hash) = PasswordHash::new(hash) else { return false };
    Argon2::default().verify_password(passcode.as_bytes(), &hash).is_ok()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_passcode_is_kept_as_argon2id_and_only_it_matches() {
        let hash = hash_of_passcode("two strings, no more").expect("hashed");
        assert!(hash.starts_with("$argon2id$v=19$"), "{hash}");
        assert!(matches("two strings, no more", &hash));
        assert!(!matches("two strings, no more ", &hash) && !matches("", &hash));
        assert_ne!(hash, hash_of_passcode("two strings, no more").expect("hashed"), "a salt of its own");
        assert!(!matches("x", "no hash at all"));
    }

    #[test]
    fn secrets_are_long_plain_and_never_the_same() {
        let (a, b) = (fresh_secret(32).expect("random"), fresh_secret(32).expect("random"));
        assert_ne!(a, b);
        assert!(a.len() == 32 && a.bytes().all(|c| PLAIN.contains(&c)), "{a}");
        assert_eq!(hash_of_secret("abc").len(), 64);
        assert!(hash_of_secret("abc").starts_with("ba7816bf"), "the published digest of abc");
    }
}
