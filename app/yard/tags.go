package yard

import (
	"errors"
	"time"

	"sedum/core/tag"
	"sedum/kernel"
)

// ReplacedTag is a tag that was lost or torn: it still leads to its tree.
type ReplacedTag struct {
	Tag      string
	TreeID   string
	Reason   string
	PersonID string
	At       time.Time
}

// ReplaceTag gives a tree another tag; the old one leads to it from then on. The tree is held by the caller.
func ReplaceTag(tx *kernel.Tx, t Tree, reason string) (fresh string, err error) {
	from, err := tx.Next("tag", 1)
	if err != nil {
		return "", err
	}
	if err := kernel.Add(tx, &ReplacedTag{Tag: t.Tag, TreeID: t.ID, Reason: reason, PersonID: tx.Who.ID, At: tx.Now}); err != nil {
		return "", err
	}
	fresh = tag.Of(uint32(from))
	return fresh, kernel.ChangeOne[Tree](tx, map[string]any{"tag": fresh, "version": t.Version + 1}, "id = ? AND version = ?", t.ID, t.Version)
}

// present is the tag that a tree carries now, by any that it carried.
func present(tx *kernel.Tx, code string) (string, error) {
	list, err := kernel.Rows[Tree](tx, "SELECT t.tag FROM replaced_tags r JOIN trees t ON t.id = r.tree_id WHERE r.tag = ?", code)
	if err == nil && len(list) == 0 {
		err = kernel.ErrMissing
	}
	if err != nil {
		return "", err
	}
	return list[0].Tag, nil
}

// byAnyTag finds a tree by its tag, or by one that it carried before.
func byAnyTag(tx *kernel.Tx, code string, find func(string) (Tree, error)) (Tree, error) {
	t, err := find(code)
	if !errors.Is(err, kernel.ErrMissing) {
		return t, err
	}
	if code, err = present(tx, code); err != nil {
		return orMissingTag(t, err)
	}
	return orMissingTag(find(code))
}
