package desk

import (
	"context"

	"sedum/core/tag"
	"sedum/store"
)

// onTree does a deed on one tree, held meanwhile, under the key that it came with, and shows the tree as it stands then.
// What do answers is kept with the key.
func (d *Desk) onTree(ctx context.Context, who Caller, typed, key, deed string, do func(tx *store.Store, t store.Tree) (string, error)) (TreeView, error) {
	code, err := tag.Parse(typed)
	if err != nil {
		return TreeView{}, err
	}
	_, err = once(ctx, d, who, key, deed+" "+code, func(tx *store.Store) (string, error) {
		t, err := tx.TreeForUpdate(ctx, code)
		if err != nil {
			return "", err
		}
		return do(tx, t)
	})
	if err != nil {
		return TreeView{}, err
	}
	return d.Tree(ctx, who, code)
}
