package catalogue

import (
	"cmp"
	"errors"
	"fmt"
	"strings"
	"time"

	"sedum/app/mending"
	"sedum/core/fault"
	"sedum/core/kind"
	"sedum/kernel"
)

// ListOf is a list that somebody keeps where the house stands.
type ListOf = kind.ListOf

// Listed is that a kind stands on a local list.
type Listed = kind.Listed

// Lists are the local lists on which a kind stands, all of them, and the version that was seen.
type Lists struct {
	Version int      `json:"version"`
	Lists   []Listed `json:"lists" maxItems:"9"`
}

// told is what the record of changes says of them.
func (n Lists) told() string {
	out := []string{}
	for _, l := range n.Lists {
		out = append(out, string(l.List)+", "+l.Who+", "+l.On)
	}
	return cmp.Or(strings.Join(out, "; "), "—")
}

// keepLists writes on which local lists a kind stands. Errors: kernel.Stale with the kind.
func keepLists(tx *kernel.Tx, p kernel.ByID, n Lists) (string, error) {
	var l fault.List
	for i := range n.Lists {
		n.Lists[i].Who = strings.TrimSpace(n.Lists[i].Who)
		if n.Lists[i].Who == "" {
			l.Add(fmt.Sprintf("lists.%d.who", i), fault.Required, nil)
		}
		if on := kernel.Date(&l, fmt.Sprintf("lists.%d.on", i), n.Lists[i].On); on.After(tx.Today()) {
			l.Add(fmt.Sprintf("lists.%d.on", i), fault.AtMost, tx.Today().Format(time.DateOnly))
		}
	}
	if err := l.Err(); err != nil {
		return "", err
	}
	k, err := kernel.Held[Kind](tx, "SELECT * FROM kinds WHERE id = ?", p.ID)
	if err != nil {
		return "", err
	}
	if k.Version != n.Version {
		present, err := see(tx, p)
		return "", errors.Join(err, kernel.Stale{Current: present})
	}
	was := map[string]any{"lists": Lists{Lists: k.Facts.Lists}.told()}
	if err := mending.Keep(tx, mending.Kind, k.ID, was, n.told()); err != nil {
		return "", err
	}
	k.Facts.Lists, k.Version, k.ChangedBy, k.ChangedAt = n.Lists, k.Version+1, &tx.Who.ID, &tx.Now
	return k.ID, kernel.Ours(tx.DB().Save(&k).Error)
}
