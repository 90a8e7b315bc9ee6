package ground

import (
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/kernel"
)

// Marking is a record that buried services were marked, appended.
type Marking struct {
	ID           string
	SpotID       string
	Reference    string
	MarkedOn     time.Time
	ExpiresOn    time.Time
	MarkedBy     string
	PrivateLines ground.PrivateLines
	PersonID     string
	At           time.Time
	TakenBackAt  *time.Time
}

func (m Marking) days() ground.Marking {
	return ground.Marking{MarkedOn: m.MarkedOn, ExpiresOn: m.ExpiresOn}
}

// DrainageTest is one drainage hole read against the clock, appended.
type DrainageTest struct {
	ID          string
	SpotID      string
	HoleWidthMM float64
	Readings    []ground.Reading `gorm:"serializer:json"`
	PersonID    string
	At          time.Time
	TakenBackAt *time.Time
}

// NewMarking is a record that buried services were marked. Dates are YYYY-MM-DD.
type NewMarking struct {
	Reference    string              `json:"reference" maxLength:"80"`
	MarkedOn     string              `json:"marked_on"`
	ExpiresOn    string              `json:"expires_on"`
	MarkedBy     string              `json:"marked_by" maxLength:"120"`
	PrivateLines ground.PrivateLines `json:"private_lines" doc:"lighting, irrigation, septic, gas to outbuildings"`
}

// recordMarking opens the digging steps of a spot until the record expires. No signature replaces it.
func recordMarking(tx *kernel.Tx, p kernel.ByID, n NewMarking) (string, error) {
	n.Reference, n.MarkedBy = strings.TrimSpace(n.Reference), strings.TrimSpace(n.MarkedBy)
	l := fault.Missing("reference", n.Reference, "marked_by", n.MarkedBy)
	m := ground.Marking{MarkedOn: kernel.Date(&l, "marked_on", n.MarkedOn), ExpiresOn: kernel.Date(&l, "expires_on", n.ExpiresOn)}
	if len(l) == 0 {
		l = ground.CheckMarking(m, tx.Today())
	}
	if err := l.Err(); err != nil {
		return "", err
	}
	if err := Touch(tx, p.ID); err != nil {
		return "", err
	}
	return p.ID, kernel.Add(tx, &Marking{ID: kernel.NewID(), SpotID: p.ID, Reference: n.Reference, MarkedOn: m.MarkedOn, ExpiresOn: m.ExpiresOn,
		MarkedBy: n.MarkedBy, PrivateLines: n.PrivateLines, PersonID: tx.Who.ID, At: tx.Now})
}

// NewDrainageTest is a drainage hole read against the clock.
type NewDrainageTest struct {
	HoleWidthMM float64          `json:"hole_width_mm" exclusiveMinimum:"0" maximum:"2000"`
	Readings    []ground.Reading `json:"readings" minItems:"2" maxItems:"200"`
}

func (n NewDrainageTest) read(tx *kernel.Tx) (ground.PercolationResult, error) {
	return ground.Percolation(tx.Who.House, ground.PercolationInput{HoleWidthMM: n.HoleWidthMM, Scale: ground.ScaleGeneral, Readings: n.Readings})
}

// readDrainage answers while a hole is read; nothing is kept.
func readDrainage(tx *kernel.Tx, _ kernel.None, n NewDrainageTest) (ReadHole, error) {
	r, err := n.read(tx)
	if err != nil {
		return ReadHole{}, err
	}
	result, text := sayDrainage(tx.Say, r)
	return ReadHole{result, text}, nil
}

// recordDrainage appends a drainage hole. Refused while services are not marked: the hole is a digging step too.
func recordDrainage(tx *kernel.Tx, p kernel.ByID, n NewDrainageTest) (string, error) {
	if _, err := n.read(tx); err != nil {
		return "", err
	}
	v, err := SpotOf(tx, p.ID)
	if err != nil {
		return "", err
	}
	if v.Marked == nil {
		return "", kernel.Refused{Code: "services-unmarked", Field: "readings"}
	}
	if err := Touch(tx, p.ID); err != nil {
		return "", err
	}
	return p.ID, kernel.Add(tx, &DrainageTest{ID: kernel.NewID(), SpotID: p.ID, HoleWidthMM: n.HoleWidthMM, Readings: n.Readings, PersonID: tx.Who.ID, At: tx.Now})
}
