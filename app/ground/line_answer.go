package ground

import (
	"strings"
	"time"

	"sedum/app/mending"
	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/kernel"
)

// LineAnswer is what the owner of an overhead line answered in writing about tall stock and gear near it, appended.
type LineAnswer struct {
	ID          string
	SpotID      string
	Owner       string
	Reference   string
	Answer      string
	AnsweredOn  time.Time
	KeepM       *float64
	DistanceM   float64
	HeightM     float64
	PersonID    string
	At          time.Time
	TakenBackAt *time.Time
}

// NewLineAnswer is what a line's owner answered. The date is YYYY-MM-DD.
type NewLineAnswer struct {
	Owner      string   `json:"owner" maxLength:"120"`
	Reference  string   `json:"reference" maxLength:"80"`
	Answer     string   `json:"answer" maxLength:"500" doc:"what they allow and ask for"`
	AnsweredOn string   `json:"answered_on"`
	KeepM      *float64 `json:"keep_m,omitempty" exclusiveMinimum:"0" maximum:"50" doc:"the distance that they set; not given is not told"`
}

// recordLineAnswer keeps an owner's answer about the nearest line as it is recorded at the spot now. Refused where no line is recorded.
func recordLineAnswer(tx *kernel.Tx, p kernel.ByID, n NewLineAnswer) (string, error) {
	n.Owner, n.Reference, n.Answer = strings.TrimSpace(n.Owner), strings.TrimSpace(n.Reference), strings.TrimSpace(n.Answer)
	l := fault.Missing("owner", n.Owner, "reference", n.Reference, "answer", n.Answer)
	on := kernel.Date(&l, "answered_on", n.AnsweredOn)
	if len(l) == 0 && on.After(tx.Today()) {
		l.Add("answered_on", fault.AtMost, tx.Today().Format(time.DateOnly))
	}
	if err := l.Err(); err != nil {
		return "", err
	}
	s, err := SpotOf(tx, p.ID)
	if err != nil {
		return "", err
	}
	line, ok := ground.NearestLine(s.Ground.Obstacles)
	if !ok {
		return "", kernel.Refused{Code: "no-line-here", Field: "owner"}
	}
	if err := Touch(tx, p.ID); err != nil {
		return "", err
	}
	return p.ID, kernel.Add(tx, &LineAnswer{ID: kernel.NewID(), SpotID: p.ID, Owner: n.Owner, Reference: n.Reference, Answer: n.Answer, AnsweredOn: on, KeepM: n.KeepM,
		DistanceM: line.DistanceM, HeightM: line.HeightM, PersonID: tx.Who.ID, At: tx.Now})
}

// takeBackLineAnswer takes an answer back that was recorded by mistake: the owner is asked first again.
func takeBackLineAnswer(tx *kernel.Tx, p OfSpot, t TakenBack) (string, error) {
	a, err := kernel.One[LineAnswer](tx, "id = ? AND spot_id = ? AND taken_back_at IS NULL", p.Record, p.ID)
	if err != nil {
		return "", err
	}
	was := map[string]string{"owner": a.Owner, "reference": a.Reference, "answer": a.Answer, "answered_on": a.AnsweredOn.Format(time.DateOnly)}
	if err := mending.Keep(tx, mending.LineAnswer, a.SpotID, was, t.Reason); err != nil {
		return "", err
	}
	return p.ID, kernel.ChangeOne[LineAnswer](tx, map[string]any{"taken_back_at": tx.Now}, "id = ?", a.ID)
}

// LineAnswered is the answer of the line's owner that is about the line as it is recorded now, nil while they are to be asked.
func (k *Known) LineAnswered() *LineAnswer {
	for i, a := range k.Answers {
		if (ground.LineAnswer{DistanceM: a.DistanceM, HeightM: a.HeightM}).Holds(k.Ground.Obstacles) {
			return &k.Answers[i]
		}
	}
	return nil
}
