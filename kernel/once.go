package kernel

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"net/http"
	"strings"
	"time"
)

// onceRecord is what came of a request that creates something, kept under its idempotency key.
type onceRecord struct {
	IdempotencyKey string
	PersonID       string
	Operation      string
	Digest         string
	Outcome        string
	At             time.Time
}

// TableName is needed: it is no plural.
func (onceRecord) TableName() string { return "once" }

const leastKey, mostKey = 8, 64

// once does a deed under the key that it came with: sent twice, it happens once. The key is claimed first, so that a second request
// with it waits until this one has ended. The same key with another request is refused.
func once[R any](tx *Tx, operation, key, digest string, do func() (R, error)) (R, error) {
	var out R
	if len(key) < leastKey || len(key) > mostKey || strings.ContainsFunc(key, func(r rune) bool { return r < '!' || r > '~' }) {
		return out, Said{Status: http.StatusBadRequest, Code: "idempotency-key", Field: "idempotency_key"}
	}
	mine := onceRecord{IdempotencyKey: key, PersonID: tx.Who.ID, Operation: operation, Digest: digest, Outcome: "null", At: tx.Now}
	err := Add(tx, &mine)
	if errors.Is(err, ErrTwice) {
		before, err := One[onceRecord](tx, "person_id = ? AND idempotency_key = ?", tx.Who.ID, key)
		if err != nil {
			return out, err
		}
		if before.Digest != digest {
			return out, Refused{Code: "idempotency-key-reused", Field: "idempotency_key"}
		}
		return out, json.Unmarshal([]byte(before.Outcome), &out)
	}
	if err != nil {
		return out, err
	}
	if out, err = do(); err != nil {
		return out, err
	}
	outcome, err := json.Marshal(out)
	if err != nil {
		return out, err
	}
	return out, ChangeOne[onceRecord](tx, map[string]any{"outcome": string(outcome)}, "person_id = ? AND idempotency_key = ?", tx.Who.ID, key)
}

// digestOf tells requests apart: the operation, its address and its body.
func digestOf(operation, address string, body []byte) string {
	sum := sha256.New()
	for _, part := range [][]byte{[]byte(operation), []byte(address), body} {
		_, _ = sum.Write(part)
		_, _ = sum.Write([]byte{0})
	}
	return hex.EncodeToString(sum.Sum(nil))
}
