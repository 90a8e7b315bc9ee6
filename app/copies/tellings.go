package copies

import (
	"errors"
	"strings"
	"time"

	"sedum/app/ground"
	"sedum/app/letterhead"
	"sedum/app/sheets"
	"sedum/app/yard"
	"sedum/core/fault"
	coreground "sedum/core/ground"
	"sedum/core/rules"
	"sedum/kernel"
	"sedum/words"
)

// Telling is what somebody told at home, on their telephone, of the ground where a tree is to stand that they took along with its card. It is
// theirs until somebody of the house takes it up; then it is a customer's ground, and nothing of it is left here.
type Telling struct {
	ID        string `gorm:"primaryKey"`
	At        time.Time
	Name      string
	Telephone string
	Ground    *ToldGround `gorm:"serializer:json"`
	EndedAt   *time.Time
	EndedBy   *string
	SpotID    *string
}

// ToldGround is what is asked of somebody who never did it (the short survey); what they did not know is left out.
type ToldGround struct {
	Purpose        coreground.Purpose    `json:"purpose,omitempty" optional:"true"`
	LivesHere      []coreground.Resident `json:"lives_here,omitempty" maxItems:"6"`
	TallestM       *float64              `json:"tallest_m,omitempty" exclusiveMinimum:"0" maximum:"100"`
	Care           coreground.Care       `json:"care,omitempty" optional:"true"`
	Water          coreground.Water      `json:"water,omitempty" optional:"true"`
	Exposure       coreground.Wind       `json:"exposure,omitempty" optional:"true"`
	Ribbon         *coreground.Ribbon    `json:"ribbon,omitempty"`
	StandsInWinter *bool                 `json:"stands_in_winter,omitempty"`
	SunH           *float64              `json:"sun_h,omitempty" minimum:"0" maximum:"24"`
	When           coreground.When       `json:"when,omitempty" optional:"true"`
	Obstacles      []ToldNear            `json:"obstacles,omitempty" maxItems:"20"`
	RoomLooked     bool                  `json:"room_looked,omitempty"`
}

// ToldNear is something that stands near, and how far off.
type ToldNear struct {
	Kind      coreground.Neighbour `json:"kind"`
	DistanceM *float64             `json:"distance_m,omitempty" minimum:"0" maximum:"200"`
}

// facts are a ground as it was told.
func (t ToldGround) facts() coreground.Facts {
	out := coreground.Facts{Purpose: t.Purpose, LivesHere: t.LivesHere, TallestM: t.TallestM, Care: t.Care, Water: t.Water, Exposure: t.Exposure, Ribbon: t.Ribbon, StandsInWinter: t.StandsInWinter,
		SunH: t.SunH, When: t.When, RoomLooked: t.RoomLooked, Obstacles: []coreground.Obstacle{}}
	for _, near := range t.Obstacles {
		out.Obstacles = append(out.Obstacles, coreground.Obstacle{Kind: near.Kind, DistanceM: near.DistanceM})
	}
	return out
}

// answers is how many questions were answered.
func (t ToldGround) answers() int {
	n := 0
	for _, each := range []bool{t.Purpose != "", len(t.LivesHere) > 0, t.TallestM != nil, t.Care != "", t.Water != "", t.Exposure != "", t.Ribbon != nil, t.StandsInWinter != nil, t.SunH != nil, t.When != "",
		len(t.Obstacles) > 0 || t.RoomLooked} {
		if each {
			n++
		}
	}
	return n
}

// Told is what comes from a telephone.
type Told struct {
	Name      string     `json:"name" maxLength:"120"`
	Telephone string     `json:"telephone" maxLength:"40"`
	Ground    ToldGround `json:"ground"`
}

// Home is what the holder of a card is shown: their tree, and whom they talk to. It names no person.
type Home struct {
	House struct {
		Name      string `json:"name"`
		Telephone string `json:"telephone"`
		Opening   string `json:"opening"`
	} `json:"house"`
	Tag    string `json:"tag"`
	Common string `json:"common"`
	// Spanish is what it is called in Spanish.
	Spanish string `json:"spanish"`
	// Told tells that answers are here already, Taken that somebody of the house works with them: then nothing is changed from here.
	Told  bool `json:"told"`
	Taken bool `json:"taken"`
}

func home(tx *kernel.Tx, token string) (Home, error) {
	l, tree, err := sheets.ByCardToken(tx, token)
	if err != nil {
		return Home{}, err
	}
	lot, err := yard.LotByID(tx, tree.LotID)
	if err != nil {
		return Home{}, err
	}
	out := Home{Tag: tree.Tag, Common: lot.Called(), Spanish: lot.CalledIn(words.Spanish)}
	h, err := letterhead.Of(tx)
	if err != nil {
		return out, err
	}
	out.House.Name, out.House.Telephone, out.House.Opening = h.Name, h.Telephone, h.Opening
	t, err := kernel.One[Telling](tx, "id = ?", l.ID)
	if errors.Is(err, kernel.ErrMissing) {
		return out, nil
	}
	out.Told, out.Taken = err == nil, t.EndedAt != nil
	return out, err
}

// tell keeps what came from a telephone; told again, the newer counts until somebody took it up.
//
// Errors: a fault by field; sheets.ErrGone once it was taken up or dropped.
func tell(tx *kernel.Tx, token string, told Told) error {
	l, _, err := sheets.ByCardToken(tx, token)
	if err != nil {
		return err
	}
	told.Name, told.Telephone = strings.TrimSpace(told.Name), strings.TrimSpace(told.Telephone)
	faults := append(fault.Missing("name", told.Name, "telephone", told.Telephone), fault.Check(told)...)
	facts := told.Ground.facts()
	faults = append(faults, coreground.CheckFacts(facts).Under("ground")...)
	if err := faults.Err(); err != nil {
		return err
	}
	next := Telling{ID: l.ID, At: tx.Now, Name: told.Name, Telephone: told.Telephone, Ground: &told.Ground}
	before, err := kernel.Held[Telling](tx, "SELECT * FROM tellings WHERE id = ?", l.ID)
	switch {
	case errors.Is(err, kernel.ErrMissing):
		return kernel.Add(tx, &next)
	case err != nil:
		return err
	case before.EndedAt != nil:
		return sheets.ErrGone
	}
	return kernel.Ours(tx.DB().Model(&next).Select("at", "name", "telephone", "ground").Updates(&next).Error)
}

// ToldLine is a telling as staff see it.
type ToldLine struct {
	ID        string    `json:"id"`
	At        time.Time `json:"at"`
	Name      string    `json:"name"`
	Telephone string    `json:"telephone"`
	Tag       string    `json:"tag"`
	Common    string    `json:"common"`
	Answers   int       `json:"answers"`
}

// ToldLines are the tellings that nobody took up yet, the oldest first.
type ToldLines struct {
	Tellings []ToldLine `json:"tellings"`
}

func listTellings(tx *kernel.Tx, _ kernel.None) (ToldLines, error) {
	out := ToldLines{Tellings: []ToldLine{}}
	type row struct {
		Telling
		Tag, Common string
	}
	rows, err := kernel.Rows[row](tx, `SELECT t.*, r.tag, k.common FROM tellings t JOIN card_links c ON c.id = t.id JOIN trees r ON r.id = c.tree_id JOIN lots l ON l.id = r.lot_id JOIN kinds k ON k.id = l.kind_id
		WHERE t.ended_at IS NULL ORDER BY t.at, t.id`)
	for _, r := range rows {
		line := ToldLine{ID: r.ID, At: r.At, Name: r.Name, Telephone: r.Telephone, Tag: r.Tag, Common: r.Common}
		if r.Ground != nil {
			line.Answers = r.Ground.answers()
		}
		out.Tellings = append(out.Tellings, line)
	}
	return out, err
}

// Waiting is how many tellings nobody took up yet.
func Waiting(tx *kernel.Tx) (int, error) {
	return kernel.Value[int](tx, "SELECT COUNT(*) FROM tellings WHERE ended_at IS NULL")
}

// TakenUp is what the house adds to a telling: where it is.
type TakenUp struct {
	Address   string   `json:"address" maxLength:"200"`
	SpotName  string   `json:"spot_name" maxLength:"120"`
	LatDeg    *float64 `json:"lat_deg,omitempty" minimum:"-66" maximum:"66"`
	StationID string   `json:"station_id,omitempty"`
}

// takeUp makes a telling a customer's ground. Everything stands there as what somebody said.
func takeUp(tx *kernel.Tx, p kernel.ByID, n TakenUp) (string, error) {
	t, err := open(tx, p.ID)
	if err != nil {
		return "", err
	}
	facts := coreground.Facts{Obstacles: []coreground.Obstacle{}}
	if t.Ground != nil {
		facts = t.Ground.facts()
	}
	spot, err := ground.AddTold(tx, ground.NewCustomer{Name: t.Name, Phone: t.Telephone, Address: n.Address, LatDeg: n.LatDeg, StationID: n.StationID, SpotName: n.SpotName}, facts)
	if err != nil {
		return "", err
	}
	return spot, t.end(tx, &spot)
}

// drop forgets a telling that leads nowhere.
func drop(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (kernel.None, error) {
	t, err := open(tx, p.ID)
	if err != nil {
		return kernel.None{}, err
	}
	return kernel.None{}, t.end(tx, nil)
}

func open(tx *kernel.Tx, id string) (Telling, error) {
	t, err := kernel.Held[Telling](tx, "SELECT * FROM tellings WHERE id = ?", id)
	if err == nil && t.EndedAt != nil {
		err = kernel.Refused{Code: "telling-ended", Field: "id"}
	}
	return t, err
}

// end leaves of a telling that there was one.
func (t Telling) end(tx *kernel.Tx, spot *string) error {
	var by *string
	if tx.Who.ID != "" {
		by = &tx.Who.ID
	}
	return kernel.ChangeOne[Telling](tx, map[string]any{"name": "", "telephone": "", "ground": nil, "ended_at": tx.Now, "ended_by": by, "spot_id": spot}, "id = ?", t.ID)
}

// forgetOld ends what nobody took up for as long as a quiet customer is kept.
func forgetOld() kernel.Job {
	return kernel.Job{ID: "tellings-sweep", Every: 12 * time.Hour, Due: func(tx *kernel.Tx) ([]string, error) {
		before := tx.Now.AddDate(0, -int(tx.Who.House.Value(rules.KeepAskedMonths)), 0)
		rows, err := kernel.Rows[struct{ ID string }](tx, "SELECT id FROM tellings WHERE ended_at IS NULL AND at < ?", before)
		out := []string{}
		for _, r := range rows {
			out = append(out, r.ID)
		}
		return out, err
	}, Each: func(tx *kernel.Tx, id string) error {
		t, err := open(tx, id)
		var ended kernel.Refused
		if errors.As(err, &ended) {
			return nil
		}
		if err != nil {
			return err
		}
		return t.end(tx, nil)
	}}
}
