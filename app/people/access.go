package people

import (
	"errors"
	"time"

	"github.com/mileusna/useragent"

	"sedum/kernel"
)

// Access is how the caller comes in: whether they have a PIN, and where they are signed in.
type Access struct {
	PIN bool `json:"pin"`
	// Second says that they have a second factor, Recovery how many recovery codes are left, Asked that their role is asked for one.
	Second   bool          `json:"second"`
	Recovery int           `json:"recovery"`
	Asked    bool          `json:"asked"`
	Sessions []OpenSession `json:"sessions"`
}

// OpenSession is one place where somebody is signed in.
type OpenSession struct {
	ID string `json:"id"`
	// Device is the shared tablet's name, "" on any other.
	Device string `json:"device"`
	// Browser and System are what the browser says of itself, "" when it says nothing that is known.
	Browser string    `json:"browser"`
	System  string    `json:"system"`
	BeganAt time.Time `json:"began_at"`
	// SeenAt is when somebody last did something there, to the minute.
	SeenAt time.Time `json:"seen_at"`
	ByPIN  bool      `json:"by_pin"`
	Mine   bool      `json:"mine" doc:"the one that asks"`
}

func (s Settings) seeAccess(tx *kernel.Tx, _ kernel.None) (Access, error) {
	out := Access{Sessions: []OpenSession{}}
	type factors struct {
		PIN, Second, Asked bool
		Recovery           int
	}
	has, err := kernel.Rows[factors](tx, `SELECT pin_hash IS NOT NULL AS pin, second_secret IS NOT NULL AS second, role IN (SELECT role FROM second_asked) AS asked,
		(SELECT COUNT(*) FROM recovery_codes r WHERE r.person_id = people.id AND used_at IS NULL) AS recovery FROM people WHERE id = ?`, tx.Who.ID)
	if err != nil || len(has) == 0 {
		return out, errors.Join(err, kernel.ErrMissing)
	}
	out.PIN, out.Second, out.Recovery, out.Asked = has[0].PIN, has[0].Second, has[0].Recovery, has[0].Asked
	open, err := kernel.SessionsOf(tx, tx.Who.ID)
	if err != nil {
		return out, err
	}
	names := map[string]string{}
	shared, err := kernel.Rows[PersonHere](tx, "SELECT id, shared_name AS name FROM devices WHERE shared_at IS NOT NULL")
	for _, d := range shared {
		names[d.ID] = d.Name
	}
	mine := s.Sessions.Mine(tx).ID
	for _, each := range open {
		if each.Epoch != tx.Who.Epoch {
			continue
		}
		agent := useragent.Parse(each.Agent)
		out.Sessions = append(out.Sessions, OpenSession{each.ID, names[each.DeviceID], agent.Name, agent.OS, each.BeganAt, each.SeenAt, each.Narrow, each.ID == mine})
	}
	return out, err
}

// endSession ends one of the caller's own sessions at once.
func endSession(tx *kernel.Tx, by kernel.ByID) error { return kernel.EndSession(tx, tx.Who.ID, by.ID) }

// endSessionsOf signs somebody out everywhere at once.
func endSessionsOf(tx *kernel.Tx, by kernel.ByID) error {
	n, err := kernel.Exec(tx, "UPDATE people SET session_epoch = session_epoch + 1 WHERE id = ?", by.ID)
	if err == nil && n == 0 {
		err = kernel.ErrMissing
	}
	return err
}
