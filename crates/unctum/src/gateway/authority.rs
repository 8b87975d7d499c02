//! The certificate of the house: one authority, made at the first opening and kept with the data, that a phone
//! learns to trust once; and a short-lived certificate for the machine's addresses as they are now.

use std::fs;
use std::net::IpAddr;
use std::path::Path;
use std::sync::Arc;

use rcgen::{
    BasicConstraints, CertificateParams, CidrSubnet, DnType, ExtendedKeyUsagePurpose, GeneralSubtree, IsCa,
    Issuer, KeyPair, KeyUsagePurpose, NameConstraints, SanType,
};
use sha2::{Digest, Sha256};
use tokio_rustls::TlsAcceptor;
use tokio_rustls::rustls::ServerConfig;
use tokio_rustls::rustls::pki_types::pem::PemObject;
use tokio_rustls::rustls::pki_types::{CertificateDer, PrivateKeyDer, PrivatePkcs8KeyDer};
use unctum_store::file;

use super::error::GatewayError;

const KEY_FILE: &str = "authority-key.pem";
const CERTIFICATE_FILE: &str = "authority.pem";

/// The authority of the house.
pub struct Authority {
    key: KeyPair,
    certificate_pem: String,
}

/// What the authority says of itself: always the same, so that its key alone makes it again. It may speak only for
/// addresses of a home network.
fn of_the_house() -> CertificateParams {
    let mut params = CertificateParams::default();
    params.distinguished_name.push(DnType::CommonName, "Unctum of this kitchen");
    params.is_ca = IsCa::Ca(BasicConstraints::Constrained(0));
    params.key_usages = vec![KeyUsagePurpose::KeyCertSign, KeyUsagePurpose::CrlSign];
    let homes = [
        ([10, 0, 0, 0], 8),
        ([172, 16, 0, 0], 12),
        ([192, 168, 0, 0], 16),
        ([169, 254, 0, 0], 16),
        ([127, 0, 0, 0], 8),
    ];
    let mut permitted: Vec<_> = homes
        .into_iter()
        .map(|(net, bits)| GeneralSubtree::IpAddress(CidrSubnet::from_v4_prefix(net, bits)))
        .collect();
    for name in ["localhost", "local", "lan", "home.arpa"] {
        permitted.push(GeneralSubtree::DnsName(name.into()));
    }
    params.name_constraints =
        Some(NameConstraints { permitted_subtrees: permitted, excluded_subtrees: vec![] });
    params.not_before = rcgen::date_time_ymd(2024, 1, 1);
    params.not_after = rcgen::date_time_ymd(2044, 1, 1);
    params
}

impl Authority {
    /// The authority kept in `folder`, made there the first time; without a folder, one for this run only.
    ///
    /// # Errors
    /// [`GatewayError::HouseCertificate`].
    pub fn kept(folder: Option<&Path>) -> Result<Self, GatewayError> {
        let amiss = |e: &dyn std::fmt::Display| GatewayError::HouseCertificate(e.to_string());
        if let Some(folder) = folder
            && let (Ok(key), Ok(certificate_pem)) =
                (fs::read_to_string(folder.join(KEY_FILE)), fs::read_to_string(folder.join(CERTIFICATE_FILE)))
        {
            let key = KeyPair::from_pem(&key).map_err(|e| amiss(&e))?;
            return Ok(Self { key, certificate_pem });
        }
        let key = KeyPair::generate().map_err(|e| amiss(&e))?;
        let certificate_pem = of_the_house().self_signed(&key).map_err(|e| amiss(&e))?.pem();
        if let Some(folder) = folder {
            file::private_folder(folder).map_err(|e| amiss(&e))?;
            let texts = [(KEY_FILE, key.serialize_pem()), (CERTIFICATE_FILE, certificate_pem.clone())];
            for (name, text) in texts {
                file::write_private(&folder.join(name), text.as_bytes()).map_err(|e| amiss(&e))?;
            }
        }
        Ok(Self { key, certificate_pem })
    }

    /// The authority's own certificate, for a phone to trust.
    #[must_use]
    pub fn certificate_pem(&self) -> &str {
        &self.certificate_pem
    }

    /// SHA-256 of the certificate, as phones show it; none if it cannot be read.
    #[must_use]
    pub fn fingerprint(&self) -> Option<String> {
        let der = CertificateDer::from_pem_slice(self.certificate_pem.as_bytes()).ok()?;
        Some(Sha256::digest(&der).iter().map(|b| format!("{b:02X}")).collect::<Vec<_>>().join(":"))
    }

    /// Answers behind a fresh certificate for these addresses and names.
    ///
    /// # Errors
    /// [`GatewayError::Certificate`].
    pub fn acceptor(&self, addresses: &[IpAddr], names: &[String]) -> Result<TlsAcceptor, GatewayError> {
        let amiss = |e: &dyn std::fmt::Display| GatewayError::Certificate(e.to_string());
        let mut params = CertificateParams::new(names.to_vec()).map_err(|e| amiss(&e))?;
        params
            .subject_alt_names
            .extend(addresses.iter().filter(|ip| ip.is_ipv4()).map(|ip| SanType::IpAddress(*ip)));
        params.distinguished_name.push(DnType::CommonName, "Unctum");
        params.key_usages = vec![KeyUsagePurpose::DigitalSignature];
        params.extended_key_usages = vec![ExtendedKeyUsagePurpose::ServerAuth];
        params.use_authority_key_identifier_extension = true;
        let (from, until) = around_now();
        params.not_before = from;
        params.not_after = until;
        let key = KeyPair::generate().map_err(|e| amiss(&e))?;
        let house = of_the_house();
        let certificate =
            params.signed_by(&key, &Issuer::from_params(&house, &self.key)).map_err(|e| amiss(&e))?;
        let key = PrivateKeyDer::from(PrivatePkcs8KeyDer::from(key.serialize_der()));
        let config = ServerConfig::builder()
            .with_no_client_auth()
            .with_single_cert(vec![certificate.der().clone()], key)
            .map_err(|e| amiss(&e))?;
        Ok(TlsAcceptor::from(Arc::new(config)))
    }
}

/// Valid from the first of last month on for about thirteen months.
fn around_now() -> (time::OffsetDateTime, time::OffsetDateTime) {
    let now = time::OffsetDateTime::now_utc();
    (now - time::Duration::days(30), now + time::Duration::days(360))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_authority_is_made_once_and_kept_for_its_owner_alone() {
        let folder = tempfile::tempdir().expect("folder");
        let home = folder.path().join("gateway");
        let first = Authority::kept(Some(&home)).expect("made");
        let again = Authority::kept(Some(&home)).expect("kept");
        assert_eq!(first.certificate_pem(), again.certificate_pem());
        let fingerprint = again.fingerprint().expect("a certificate");
        assert_eq!(fingerprint.len(), 95, "{fingerprint}");
        #[cfg(unix)]
        {
            use std::os::unix::fs::PermissionsExt;
            let mode =
                |name: &str| fs::metadata(home.join(name)).expect("there").permissions().mode() & 0o777;
            assert_eq!((mode(KEY_FILE), mode(CERTIFICATE_FILE)), (0o600, 0o600));
        }
        let address: IpAddr = "192.168.1.5".parse().expect("address");
        again.acceptor(&[address], &["kitchen.local".into()]).expect("a certificate for them");
    }
}
