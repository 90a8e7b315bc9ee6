package ground

import (
	"slices"
	"strings"
	"unicode"

	"sedum/app/yard"
	"sedum/core/roles"
	"sedum/kernel"
)

// named is what has words by which it is found.
type named string

const (
	aCustomer named = "customer"
	aSite     named = "site"
	aSpot     named = "spot"
)

// splits takes the words of a text apart; migration 80 does the same with what stood there before.
func splits(text string) []string {
	out := []string{}
	for _, w := range strings.FieldsFunc(text, func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsMark(r) && !unicode.IsNumber(r) }) {
		if letters := []rune(w); len(letters) > 60 {
			w = string(letters[:60])
		}
		if !slices.Contains(out, w) {
			out = append(out, w)
		}
	}
	return out
}

// name writes the words anew by which something is found, wherever its name or address was written.
func name(tx *kernel.Tx, of named, id, text string) error {
	if _, err := kernel.Exec(tx, "DELETE FROM ground_words WHERE of = ? AND id = ?", of, id); err != nil {
		return err
	}
	words := splits(text)
	if len(words) == 0 {
		return nil
	}
	marks, args := []string{}, []any{}
	for _, w := range words {
		marks, args = append(marks, "(?, ?, ?)"), append(args, of, id, w)
	}
	_, err := kernel.Exec(tx, "INSERT IGNORE INTO ground_words (of, id, word) VALUES "+strings.Join(marks, ", "), args...)
	return err
}

// mostNamed are how many names that begin with the rarest word are looked through at least; who types so little types on. Who asks for more spots
// than these has as many names looked through.
const mostNamed = 400

// Named are the spots that a text finds, each of its words the beginning of one in the customer's name, the address or the spot's name; those of
// whom somebody wrote last first. An address is looked through only for those who may see it.
func Named(tx *kernel.Tx, text string, most int) ([]string, error) {
	words := splits(text)
	if len(words) == 0 {
		return []string{}, nil
	}
	where := []named{aCustomer, aSpot}
	if roles.SeesContact(tx.Who.Role) {
		where = append(where, aSite)
	}
	begins := func(w string) string { return yard.Letters(w) + "%" }
	if len(words) > 1 { // the rarest leads: behind one that many have, some of the others would not be looked at
		times := map[string]int{}
		for _, w := range words {
			n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM (SELECT 1 FROM ground_words WHERE word LIKE ? AND of IN ? LIMIT ?) some", begins(w), where, mostNamed)
			if err != nil {
				return nil, err
			}
			times[w] = n
		}
		slices.SortStableFunc(words, func(a, b string) int { return times[a] - times[b] })
	}
	parts, args := []string{}, []any{}
	for _, each := range []struct {
		of   named
		join string
	}{{aCustomer, "JOIN sites i ON i.customer_id = m.id JOIN spots p ON p.site_id = i.id"}, {aSite, "JOIN sites i ON i.id = m.id JOIN spots p ON p.site_id = i.id"}, {aSpot, "JOIN spots p ON p.id = m.id JOIN sites i ON i.id = p.site_id"}} {
		if slices.Contains(where, each.of) {
			parts = append(parts, "SELECT p.id, p.site_id, i.customer_id, p.taken_back_at FROM (SELECT DISTINCT id FROM ground_words WHERE word LIKE ? AND of = ? LIMIT ?) m "+each.join)
			args = append(args, begins(words[0]), each.of, max(mostNamed, most))
		}
	}
	rest := ""
	for _, w := range words[1:] {
		rest += " AND EXISTS (SELECT 1 FROM ground_words x WHERE x.of IN ? AND x.id IN (q.id, q.site_id, q.customer_id) AND x.word LIKE ?)"
		args = append(args, where, begins(w))
	}
	rows, err := kernel.Rows[struct{ ID string }](tx, "SELECT q.id FROM ("+strings.Join(parts, " UNION ")+") q JOIN customers c ON c.id = q.customer_id WHERE c.erased_at IS NULL AND q.taken_back_at IS NULL"+rest+
		" ORDER BY c.touched_at DESC, q.id LIMIT ?", append(args, most)...)
	out := []string{}
	for _, r := range rows {
		out = append(out, r.ID)
	}
	return out, err
}
