// Package messages is what the house tells people by itself.
package messages

import (
	"context"
	"embed"
	"time"

	"sedum/app/people"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Gateway carries a message out of the house, to a telephone. A message may come twice when a program died while it sent it: by its id
// the gateway knows it again.
type Gateway interface {
	Send(ctx context.Context, id, personID, code string) error
}

// Message is what the house told somebody.
type Message struct {
	ID       string
	PersonID string
	Code     string
	Facts    map[string]string `gorm:"serializer:json"`
	At       time.Time
	ReadAt   *time.Time
	// GoingAt is when somebody began to send it to a telephone, OutAt when that was done; nil where no gateway is.
	GoingAt *time.Time
	OutAt   *time.Time
}

// Desk tells people; its Gateway may be nil.
type Desk struct{ Gateway Gateway }

// TellDuty tells whoever is on duty. What is told is in the house's record with the deed; it goes out when that is in. A gateway that does
// not answer undoes nothing, and is asked again every minute for a day.
func (d Desk) TellDuty(tx *kernel.Tx, code string, facts map[string]string) error {
	p, err := people.OnDuty(tx)
	if err != nil {
		return err
	}
	return d.Tell(tx, p.ID, code, facts)
}

// Tell is TellDuty to one person.
func (d Desk) Tell(tx *kernel.Tx, personID, code string, facts map[string]string) error {
	m := Message{ID: kernel.NewID(), PersonID: personID, Code: code, Facts: facts, At: tx.Now}
	if d.Gateway != nil {
		m.GoingAt = &tx.Now
	}
	if err := kernel.Add(tx, &m); err != nil {
		return err
	}
	if d.Gateway != nil {
		d.send(tx, m)
	}
	return nil
}

// ToldSince tells whether somebody was told of something since a moment.
func ToldSince(tx *kernel.Tx, personID, code string, since time.Time) (bool, error) {
	n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM messages WHERE person_id = ? AND code = ? AND at > ?", personID, code, since)
	return n > 0, err
}

// Capability declares what can be asked and done here.
func (d Desk) Capability() kernel.Capability {
	c := kernel.Capability{Name: "messages", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-messages", "/messages", kernel.SignedIn, list),
		kernel.Remove("read-message", "/messages/{id}", kernel.SignedIn, func(tx *kernel.Tx, p kernel.ByID) error {
			_, err := kernel.Change[Message](tx, map[string]any{"read_at": tx.Now}, "id = ? AND person_id = ?", p.ID, tx.Who.ID)
			return err
		}).Makes("list-messages"),
	}}
	if d.Gateway != nil {
		c.Jobs = []kernel.Job{d.sendAgain()}
	}
	return c
}

// Told is a message in words.
type Told struct {
	ID   string    `json:"id"`
	At   time.Time `json:"at"`
	Text string    `json:"text"`
}

// All is what was told to the caller and not read, newest first.
type All struct {
	Messages []Told `json:"messages"`
}

const shown = 20

func list(tx *kernel.Tx, _ kernel.None) (All, error) {
	rows, err := kernel.Rows[Message](tx, "SELECT * FROM messages WHERE person_id = ? AND read_at IS NULL ORDER BY at DESC, id LIMIT ?", tx.Who.ID, shown)
	out := All{[]Told{}}
	for _, m := range rows {
		values := map[string]any{}
		for k, v := range m.Facts {
			values[k] = v
		}
		out.Messages = append(out.Messages, Told{m.ID, m.At, tx.Say.Say("message."+m.Code, values)})
	}
	return out, err
}

// ForgetFact puts another word in place of one fact of the messages that name a sheet by its number.
func ForgetFact(tx *kernel.Tx, fact, number, instead string) error {
	_, err := kernel.Exec(tx, "UPDATE messages SET facts = JSON_REPLACE(facts, CONCAT('$.', ?), ?) WHERE code LIKE 'sheet-%' AND JSON_VALUE(facts, '$.number') = ?", fact, instead, number)
	return err
}
