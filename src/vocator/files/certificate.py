"""The server's own certificate: made once for an address, kept beside the store, told by its fingerprint."""

import ipaddress
import os
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

DAYS = 397
RENEW_DAYS = 30


@dataclass(frozen=True, slots=True)
class OwnCertificate:
    """Where a certificate and its key stand, its SHA-256 fingerprint in pairs of hexadecimal digits, and its last moment."""

    certificate: Path
    key: Path
    fingerprint: str
    expires_utc: datetime


def own_certificate(folder: Path, address: str) -> OwnCertificate:
    """Return the certificate for an address, an IP address or a name, made anew where it is missing, for another, or ends soon.

    The key is an elliptic one (P-256) that only its owner may read.  Raises OSError where the folder cannot be written.
    """
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    certificate, key = folder / "certificate.pem", folder / "key.pem"
    now = datetime.now(UTC)
    if not (key.is_file() and _serves(certificate, address, now + timedelta(days=RENEW_DAYS))):
        _make(certificate, key, address, now)
    made = x509.load_pem_x509_certificate(certificate.read_bytes())
    return OwnCertificate(certificate, key, made.fingerprint(hashes.SHA256()).hex(":").upper(), made.not_valid_after_utc)


def _names(address: str) -> x509.GeneralName:
    try:
        return x509.IPAddress(ipaddress.ip_address(address))
    except ValueError:
        return x509.DNSName(address)


def _serves(certificate: Path, address: str, until: datetime) -> bool:
    try:
        made = x509.load_pem_x509_certificate(certificate.read_bytes())
        names = made.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    except (OSError, ValueError, x509.ExtensionNotFound):
        return False
    return _names(address) in names and made.not_valid_after_utc > until


def _make(certificate: Path, key: Path, address: str, now: datetime) -> None:
    private = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, f"Vocator at {address}"[:64])])
    made = (
        x509.CertificateBuilder()
        .subject_name(name)
        .issuer_name(name)
        .public_key(private.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))
        .not_valid_after(now + timedelta(days=DAYS))
        .add_extension(x509.SubjectAlternativeName([_names(address)]), critical=False)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .sign(private, hashes.SHA256())
    )
    secret = private.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )  # fmt: skip
    with os.fdopen(os.open(key, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as file:
        file.write(secret)
    certificate.write_bytes(made.public_bytes(serialization.Encoding.PEM))
