package rules

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"

	"sedum/core/rules"
	"sedum/kernel"
)

// kept is a house that something was judged by.
type kept struct {
	Digest string
	Whole  rules.Whole `gorm:"serializer:json"`
}

// TableName says what is kept.
func (kept) TableName() string { return "houses" }

// Keep keeps the house in force whole and gives the digest by which it is found again.
func Keep(tx *kernel.Tx) (digest string, err error) {
	whole := tx.Who.House.Whole()
	text, err := json.Marshal(whole) // its maps come in the order of their keys
	if err != nil {
		return "", err
	}
	sum := sha256.Sum256(text)
	digest = hex.EncodeToString(sum[:])
	there, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM houses WHERE digest = ?", digest)
	if err != nil || there > 0 { // a house is written once
		return digest, err
	}
	_, err = kernel.Exec(tx, "INSERT IGNORE INTO houses (digest, whole) VALUES (?, ?)", digest, string(text))
	return digest, err
}

// Kept are the houses of some digests.
func Kept(tx *kernel.Tx, digests []string) (map[string]rules.House, error) {
	out := map[string]rules.House{}
	if len(digests) == 0 {
		return out, nil
	}
	list, err := kernel.Many[kept](tx, "digest", "digest IN ?", digests)
	for _, k := range list {
		out[k.Digest] = rules.Restore(k.Whole)
	}
	return out, err
}
