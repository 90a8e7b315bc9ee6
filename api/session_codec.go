package api

import (
	"encoding/json"
	"time"

	"github.com/alexedwards/scs/v2"
)

// plainSessions writes what a session holds as JSON: it is read at every request, and the usual coding builds its decoder
// anew each time. Sessions that were written the old way are still read.
type plainSessions struct{ scs.GobCodec }

type plainSession struct {
	Deadline time.Time `json:"deadline"`
	Person   string    `json:"person"`
	Epoch    int       `json:"epoch"`
	Seen     int64     `json:"seen"`
}

func (plainSessions) Encode(deadline time.Time, values map[string]any) ([]byte, error) {
	p := plainSession{Deadline: deadline}
	p.Person, _ = values["person"].(string)
	p.Epoch, _ = values["epoch"].(int)
	p.Seen, _ = values["seen"].(int64)
	return json.Marshal(p)
}

func (c plainSessions) Decode(raw []byte) (time.Time, map[string]any, error) {
	if len(raw) == 0 || raw[0] != '{' {
		return c.GobCodec.Decode(raw)
	}
	var p plainSession
	if err := json.Unmarshal(raw, &p); err != nil {
		return time.Time{}, nil, err
	}
	values := map[string]any{}
	if p.Person != "" {
		values["person"], values["epoch"], values["seen"] = p.Person, p.Epoch, p.Seen
	}
	return p.Deadline, values, nil
}
