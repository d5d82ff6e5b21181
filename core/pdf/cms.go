package pdf

import (
	"bytes"
	"crypto"
	"crypto/rand"
	"crypto/sha256"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/asn1"
	"errors"
	"fmt"
	"math/big"
)

// CMS SignedData (RFC 5652, 5.1) as ETSI EN 319 142-1 wants it for PAdES-B-B: detached, with
// content-type, message-digest and signing-certificate-v2 (RFC 5035) signed, and no signing-time
// attribute, because the signature dictionary's /M says when.
var (
	oidData        = asn1.ObjectIdentifier{1, 2, 840, 113549, 1, 7, 1}
	oidSignedData  = asn1.ObjectIdentifier{1, 2, 840, 113549, 1, 7, 2}
	oidContentType = asn1.ObjectIdentifier{1, 2, 840, 113549, 1, 9, 3}
	oidDigest      = asn1.ObjectIdentifier{1, 2, 840, 113549, 1, 9, 4}
	oidSigningCert = asn1.ObjectIdentifier{1, 2, 840, 113549, 1, 9, 16, 2, 47}
	oidSHA256      = asn1.ObjectIdentifier{2, 16, 840, 1, 101, 3, 4, 2, 1}
	oidRSA         = asn1.ObjectIdentifier{1, 2, 840, 113549, 1, 1, 1}
)

type cmsContentInfo struct {
	Type    asn1.ObjectIdentifier
	Content cmsSignedData `asn1:"explicit,tag:0"`
}

type cmsSignedData struct {
	Version      int
	Digests      []pkix.AlgorithmIdentifier `asn1:"set"`
	Encap        cmsEncap
	Certificates asn1.RawValue
	Signers      []cmsSigner `asn1:"set"`
}

type cmsEncap struct{ Type asn1.ObjectIdentifier }

type cmsSigner struct {
	Version   int
	ID        cmsIssuerSerial
	Digest    pkix.AlgorithmIdentifier
	Attrs     asn1.RawValue // [0] IMPLICIT SET OF Attribute
	SigAlg    pkix.AlgorithmIdentifier
	Signature []byte
}

type cmsIssuerSerial struct {
	Issuer asn1.RawValue
	Serial *big.Int
}

type cmsAttribute struct {
	Type   asn1.ObjectIdentifier
	Values asn1.RawValue // SET
}

type essCertV2 struct{ Hash []byte } // SHA-256 is the default algorithm and is left out (RFC 5035)
type essSigningCert struct{ Certs []essCertV2 }

func attribute(t asn1.ObjectIdentifier, value any) (cmsAttribute, error) {
	v, err := asn1.Marshal(value)
	if err != nil {
		return cmsAttribute{}, err
	}
	return cmsAttribute{t, asn1.RawValue{Class: asn1.ClassUniversal, Tag: asn1.TagSet, IsCompound: true, Bytes: v}}, nil
}

// signedAttributes returns the DER of the SET OF attributes, in DER order.
func signedAttributes(digest []byte, cert *x509.Certificate) ([]byte, error) {
	hash := sha256.Sum256(cert.Raw)
	var attrs []cmsAttribute
	for _, a := range []struct {
		t asn1.ObjectIdentifier
		v any
	}{{oidContentType, oidData}, {oidDigest, digest}, {oidSigningCert, essSigningCert{[]essCertV2{{hash[:]}}}}} {
		attr, err := attribute(a.t, a.v)
		if err != nil {
			return nil, fmt.Errorf("encode signed attributes: %w", err)
		}
		attrs = append(attrs, attr)
	}
	return asn1.MarshalWithParams(attrs, "set")
}

// assembleCMS builds the SignedData from its variable parts. It has no freedom left, so Verify can
// rebuild it and compare every byte.
func assembleCMS(cert *x509.Certificate, attrs, signature []byte) ([]byte, error) {
	var set asn1.RawValue
	if _, err := asn1.Unmarshal(attrs, &set); err != nil {
		return nil, fmt.Errorf("signed attributes: %w", err)
	}
	implicit := asn1.RawValue{Class: asn1.ClassContextSpecific, Tag: 0, IsCompound: true, Bytes: set.Bytes}
	sha := pkix.AlgorithmIdentifier{Algorithm: oidSHA256, Parameters: asn1.NullRawValue}
	return asn1.Marshal(cmsContentInfo{oidSignedData, cmsSignedData{
		Version: 1, Digests: []pkix.AlgorithmIdentifier{sha}, Encap: cmsEncap{oidData},
		Certificates: asn1.RawValue{Class: asn1.ClassContextSpecific, Tag: 0, IsCompound: true, Bytes: cert.Raw},
		Signers: []cmsSigner{{
			Version: 1, ID: cmsIssuerSerial{asn1.RawValue{FullBytes: cert.RawIssuer}, cert.SerialNumber}, Digest: sha,
			Attrs: implicit, SigAlg: pkix.AlgorithmIdentifier{Algorithm: oidRSA, Parameters: asn1.NullRawValue}, Signature: signature,
		}},
	}})
}

// signCMS signs a SHA-256 digest with an RSA key.
func signCMS(digest []byte, cert *x509.Certificate, key crypto.Signer) ([]byte, error) {
	attrs, err := signedAttributes(digest, cert)
	if err != nil {
		return nil, err
	}
	sum := sha256.Sum256(attrs)
	signature, err := key.Sign(rand.Reader, sum[:], crypto.SHA256)
	if err != nil {
		return nil, fmt.Errorf("sign: %w", err)
	}
	return assembleCMS(cert, attrs, signature)
}

var errCMS = errors.New("the signature does not fit the document")

// checkCMS verifies a signature made by signCMS and returns the certificate.
func checkCMS(der, digest []byte) (*x509.Certificate, error) {
	var ci cmsContentInfo
	rest, err := asn1.Unmarshal(der, &ci)
	if err != nil || len(rest) > 0 || len(ci.Content.Signers) != 1 {
		return nil, errCMS
	}
	cert, err := x509.ParseCertificate(ci.Content.Certificates.Bytes)
	if err != nil {
		return nil, errCMS
	}
	attrs, err := signedAttributes(digest, cert)
	if err != nil {
		return nil, err
	}
	rebuilt, err := assembleCMS(cert, attrs, ci.Content.Signers[0].Signature)
	if err != nil || !bytes.Equal(rebuilt, der) {
		return nil, errCMS
	}
	if err := cert.CheckSignature(x509.SHA256WithRSA, attrs, ci.Content.Signers[0].Signature); err != nil {
		return nil, errCMS
	}
	return cert, nil
}
