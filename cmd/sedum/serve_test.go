package main

import (
	"bytes"
	"context"
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"io"
	"math/big"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/database/testdb"
)

// certificate writes a certificate for this machine and its key, and gives those who trust it.
func certificate(t *testing.T) (cert, key string, trust *x509.CertPool) {
	t.Helper()
	secret, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	require.NoError(t, err)
	about := &x509.Certificate{SerialNumber: big.NewInt(7), Subject: pkix.Name{CommonName: "the yard"}, NotBefore: time.Now().Add(-time.Hour),
		NotAfter: time.Now().Add(time.Hour), IPAddresses: []net.IP{net.IPv4(127, 0, 0, 1)}, IsCA: true, BasicConstraintsValid: true}
	signed, err := x509.CreateCertificate(rand.Reader, about, about, &secret.PublicKey, secret)
	require.NoError(t, err)
	private, err := x509.MarshalECPrivateKey(secret)
	require.NoError(t, err)
	folder := t.TempDir()
	cert, key = filepath.Join(folder, "yard.crt"), filepath.Join(folder, "yard.key")
	text := pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: signed})
	require.NoError(t, os.WriteFile(cert, text, 0o600))
	require.NoError(t, os.WriteFile(key, pem.EncodeToMemory(&pem.Block{Type: "EC PRIVATE KEY", Bytes: private}), 0o600))
	trust = x509.NewCertPool()
	require.True(t, trust.AppendCertsFromPEM(text))
	return cert, key, trust
}

// out is what a program says, read while it runs.
type heard struct {
	mu   sync.Mutex
	text bytes.Buffer
}

func (h *heard) Write(p []byte) (int, error) {
	h.mu.Lock()
	defer h.mu.Unlock()
	return h.text.Write(p)
}

func (h *heard) String() string {
	h.mu.Lock()
	defer h.mu.Unlock()
	return h.text.String()
}

// The program itself, over HTTPS: cookies that travel on HTTPS only, and a browser is told to stay there.
func TestTheProgramServesOverHTTPS(t *testing.T) {
	cert, key, trust := certificate(t)
	var out, errs heard
	ended := make(chan int, 1)
	go func() {
		ended <- runServe([]string{"--dsn", testdb.DSN(t), "--listen", "127.0.0.1:0", "--tls-cert", cert, "--tls-key", key, "--zone", "UTC"}, strings.NewReader(""), &out, &errs)
	}()
	var address string
	require.Eventually(t, func() bool {
		_, after, ok := strings.Cut(out.String(), "Sedum serves on ")
		address = strings.TrimSpace(after)
		return ok && strings.HasSuffix(after, "\n")
	}, time.Minute, 50*time.Millisecond, errs.String())
	client := &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: trust}}, Timeout: 20 * time.Second}
	answer, err := client.Get("https://" + address + "/readyz")
	require.NoError(t, err)
	assert.Equal(t, 200, answer.StatusCode)
	assert.NotEmpty(t, answer.Header.Get("Strict-Transport-Security"))
	_ = answer.Body.Close()
	request, err := http.NewRequestWithContext(context.Background(), http.MethodPost, "https://"+address+"/api/v1/session", strings.NewReader(`{"sign_in":"nobody","password":"wrong"}`))
	require.NoError(t, err)
	request.Header.Set("Content-Type", "application/json")
	answer, err = client.Do(request)
	require.NoError(t, err)
	body, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	assert.Equal(t, 401, answer.StatusCode, "%s", body)
	for _, c := range answer.Cookies() {
		assert.True(t, c.Secure, c.Name)
	}
	plain, err := http.Get("http://" + address + "/readyz")
	require.NoError(t, err)
	_ = plain.Body.Close()
	assert.Equal(t, 400, plain.StatusCode, "plain HTTP is answered by nobody")

	self, err := os.FindProcess(os.Getpid())
	require.NoError(t, err)
	require.NoError(t, self.Signal(os.Interrupt), "as from a keyboard")
	select {
	case status := <-ended:
		assert.Zero(t, status, errs.String())
	case <-time.After(30 * time.Second):
		t.Fatal("it did not end")
	}
}

func TestServeSaysWhatIsMissing(t *testing.T) {
	for _, c := range []struct {
		args []string
		says string
	}{
		{[]string{"serve"}, "sedum serve --dsn DSN"},
		{[]string{"serve", "--dsn", "x", "--tls-cert", "only.crt"}, "--tls-key FILE"},
		{[]string{"serve", "--dsn", "x", "--zone", "Nowhere/At-All"}, `"Nowhere/At-All" is in no table of zones; name it like Europe/Vienna or UTC`},
		{[]string{"serve", "--dsn", "no address"}, "invalid DSN"},
	} {
		status, _, errs := shell("", c.args...)
		assert.NotZero(t, status, c.args)
		assert.Contains(t, errs, c.says)
	}
	for _, name := range []string{"UTC", "Local", "Europe/Vienna", "Pacific/Auckland"} {
		place, err := zoneOf(name)
		require.NoError(t, err)
		assert.Equal(t, name, place.String())
	}
}
