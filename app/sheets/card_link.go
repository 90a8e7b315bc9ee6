package sheets

import (
	"crypto/rand"
	"errors"
	"strings"
	"time"

	"sedum/app/yard"
	"sedum/core/rules"
	"sedum/kernel"
)

// CardLink is the address on a take-home card: who holds it tells of the ground where that tree is to stand, and reads of nobody.
type CardLink struct {
	ID        string
	TreeID    string
	Token     string
	MadeAt    time.Time
	PersonID  string
	ExpiresOn time.Time
}

// TableName says of what.
func (CardLink) TableName() string { return "card_links" }

// CardLinkPage is the address of a tree's card, as it is printed.
type CardLinkPage struct {
	// Served tells whether this house has a place where somebody without an account can be answered.
	Served    bool   `json:"served"`
	Address   string `json:"address"`
	ExpiresOn string `json:"expires_on"`
}

// handCard gives a tree's card its address; the one that it has already is used again. Refused as the card itself is.
func (desk Desk) handCard(tx *kernel.Tx, p kernel.ByTag, _ kernel.None) (string, error) {
	t, err := yard.HoldTree(tx, p.Tag)
	if err != nil || desk.Public == "" {
		return p.Tag, err
	}
	if !t.State.MayPlan() {
		return "", kernel.Refused{Code: "not-for-sale", Field: "tag"}
	}
	switch _, err := cardLinkOf(tx, t.ID); {
	case err == nil:
		return t.Tag, nil
	case !errors.Is(err, kernel.ErrMissing):
		return "", err
	}
	months := int(tx.Who.House.Value(rules.SheetLinkMonths))
	return t.Tag, kernel.Add(tx, &CardLink{ID: kernel.NewID(), TreeID: t.ID, Token: rand.Text(), MadeAt: tx.Now, PersonID: tx.Who.ID, ExpiresOn: tx.Today().AddDate(0, months, 0)})
}

// cardLinkOf is the link of a tree that opens; ErrMissing when it has none.
func cardLinkOf(tx *kernel.Tx, treeID string) (CardLink, error) {
	list, err := kernel.Many[CardLink](tx, "made_at DESC, id DESC", "tree_id = ? AND expires_on >= ?", treeID, tx.Today())
	if err == nil && len(list) == 0 {
		err = kernel.ErrMissing
	}
	if err != nil {
		return CardLink{}, err
	}
	return list[0], nil
}

func (desk Desk) cardPage(tx *kernel.Tx, tag string) (CardLinkPage, error) {
	out := CardLinkPage{Served: desk.Public != ""}
	t, err := yard.TreeByTag(tx, tag)
	if err != nil {
		return out, err
	}
	l, err := cardLinkOf(tx, t.ID)
	if errors.Is(err, kernel.ErrMissing) {
		return out, nil
	}
	out.Address, out.ExpiresOn = desk.cardAddress(l), l.ExpiresOn.Format(time.DateOnly)
	return out, err
}

// cardAddress is where a card's link leads, "" where nobody would answer.
func (desk Desk) cardAddress(l CardLink) string {
	if desk.Public == "" || l.Token == "" {
		return ""
	}
	return strings.TrimRight(desk.Public, "/") + "/h/" + l.Token
}

// ByCardToken is the link that a token opens now, with its tree.
//
// Errors: ErrMissing for what is no token of ours; Gone for one that has run out.
func ByCardToken(tx *kernel.Tx, token string) (CardLink, yard.Tree, error) {
	l, err := kernel.One[CardLink](tx, "token = ?", token)
	if err != nil {
		return l, yard.Tree{}, err
	}
	if l.ExpiresOn.Before(tx.Today()) {
		return l, yard.Tree{}, ErrGone
	}
	trees, err := yard.TreesByID(tx, []string{l.TreeID})
	if err == nil && len(trees) == 0 {
		err = ErrGone
	}
	if err != nil {
		return l, yard.Tree{}, err
	}
	return l, trees[0], nil
}
