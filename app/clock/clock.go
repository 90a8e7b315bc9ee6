// Package clock is the life of bare roots between lifting and planting: how they are kept, what a hand feels, gel, soaks, alarms, and
// what a batch came to (handbook, stock.md, "The bare-root clock").
package clock

import (
	"context"
	"embed"
	"time"

	"sedum/app/messages"
	"sedum/app/people"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Station is a weather station in the yard: its readings of the air at a latitude (degrees, south negative) between two moments.
type Station interface {
	Air(ctx context.Context, latDeg float64, from, to time.Time) ([]stock.AirReading, error)
}

// Scale shows what lies on it, g, some time after it was set to zero.
type Scale interface {
	Read(ctx context.Context, sinceTare time.Duration) (grams float64, err error)
}

// Clocks keeps the clocks. Its outside things may be nil: then what they would measure is typed, or assumed by house rule.
type Clocks struct {
	Station Station
	Scale   Scale
	Tell    messages.Desk
}

// KeepClock is for everybody who works in the yard.
var KeepClock = people.KeepClock

// Capability declares what can be asked and done here.
func Capability(c Clocks) kernel.Capability {
	see := func(tx *kernel.Tx, _ kernel.None, _ string) (Board, error) { return c.board(tx) }
	soaks := func(tx *kernel.Tx, _ kernel.None, _ string) (Soaks, error) { return seeSoaks(tx, kernel.None{}) }
	return kernel.Capability{Name: "clock", Tables: kernel.Folder(tables),
		Operations: []kernel.Operation{
			kernel.Read("see-clock", "/clock", yard.SeeYard, func(tx *kernel.Tx, _ kernel.None) (Board, error) { return c.board(tx) }),
			kernel.Deed("keep-roots", "POST", "/clock/stages", KeepClock, keepRoots, see).Keep().Makes("see-clock", "list-soaks", "see-tree", "today"),
			kernel.Deed("undo-stage", "PUT", "/clock/stages/{id}/undone", KeepClock, undoStage, func(tx *kernel.Tx, _ kernel.ByID, _ kernel.None) (Board, error) {
				return c.board(tx)
			}).Makes("see-clock", "list-soaks", "see-tree", "today"),
			kernel.Deed("feel-roots", "POST", "/clock/damp", KeepClock, feelRoots, see).Keep().Makes("see-clock", "see-tree", "today"),
			kernel.Deed("count-batch", "POST", "/clock/outcomes", KeepClock, countBatch, func(tx *kernel.Tx, _ kernel.None, lotID string) (Outcomes, error) {
				return OutcomesOf(tx, lotID)
			}).Makes("see-lot-keeping"),

			kernel.Ask("plan-dip", "/dips/plan", KeepClock, showDipPlan),
			kernel.Deed("mix-dip", "POST", "/dips", KeepClock, mixDip, see).Makes("see-clock"),
			kernel.Deed("dip", "POST", "/dips/{id}/dipped", KeepClock, dip, func(tx *kernel.Tx, _ kernel.ByID, _ string) (Board, error) { return c.board(tx) }).
				Makes("see-clock", "list-soaks", "see-tree", "today"),
			kernel.Remove("throw-gel-away", "/dips/{id}", KeepClock, throwAway).Makes("see-clock"),
			kernel.Deed("keep-gel", "PUT", "/dips/{id}/kept", KeepClock, keepGel, func(tx *kernel.Tx, _ kernel.ByID, _ kernel.None) (Board, error) {
				return c.board(tx)
			}).Makes("see-clock"),
			kernel.Ask("check-hole", "/clock/hole", yard.SeeYard, checkHole),
			kernel.Read("read-scale", "/scale", KeepClock, c.readScale),

			kernel.Read("list-soaks", "/soaks", yard.SeeYard, seeSoaks),
			kernel.Deed("begin-soak", "POST", "/soaks", KeepClock, beginSoak, soaks).Keep().Makes("list-soaks", "see-clock", "see-tree", "today"),
			kernel.Deed("end-soak", "PUT", "/soaks/{id}/ended", KeepClock, endSoak, func(tx *kernel.Tx, _ kernel.ByID, _ kernel.None) (Soaks, error) {
				return seeSoaks(tx, kernel.None{})
			}).Keep().Makes("list-soaks", "see-clock", "see-tree", "today"),
			kernel.Deed("undo-soak", "PUT", "/soaks/{id}/undone", KeepClock, undoSoak, func(tx *kernel.Tx, _ kernel.ByID, _ kernel.None) (Soaks, error) {
				return seeSoaks(tx, kernel.None{})
			}).Makes("list-soaks", "see-clock", "see-tree", "today"),
		},
		Jobs: []kernel.Job{c.alarms(), c.soakAlarms()},
	}
}

// Stage is a change in how bare roots are kept, from its time on; or a rewetting.
type Stage struct {
	ID        string
	LotID     string
	TreeID    *string
	At        time.Time
	Cover     stock.Cover
	Rewet     bool
	TempC     *float64
	RHPct     *float64
	PersonID  string
	EnteredAt time.Time
	Undone    bool
	// UndoneBy took it back, with a reason where one was needed.
	UndoneBy     *string
	UndoneAt     *time.Time
	UndoneReason string

	Person people.Named
}

// TableName says whose stages they are.
func (Stage) TableName() string { return "clock_stages" }

func (s Stage) touch() stock.Touch {
	return stock.Touch{At: s.At, Cover: s.Cover, Rewet: s.Rewet, TempC: s.TempC, RHPct: s.RHPct}
}

// BeginAnew begins the clock of a lot of bare roots as its delivery is told now. Errors: a fault at lifted_at when the clock has an entry
// before.
func BeginAnew(tx *kernel.Tx, lot yard.Lot, d yard.Delivery) error {
	if lot.Form != stock.BareRoot {
		return nil
	}
	list, err := kernel.Many[Stage](tx, "at, entered_at, id", "lot_id = ? AND undone = FALSE", lot.ID)
	if err != nil || len(list) == 0 {
		return err
	}
	from := d.ArrivedAt
	if d.LiftedAt != nil {
		from = *d.LiftedAt
	}
	if len(list) > 1 && from.After(list[1].At) {
		return fault.List{{Field: "lifted_at", Code: fault.AtMost, Limit: list[1].At.Format("2006-01-02 15:04")}}
	}
	return kernel.ChangeOne[Stage](tx, map[string]any{"at": from, "cover": stock.PackedAs(d.Packing)}, "id = ?", list[0].ID)
}

// Begin starts the clock of a lot of bare roots as its box was packed, from lifting, or from arrival when nobody knows more.
func Begin(tx *kernel.Tx, lot yard.Lot, d yard.Delivery) error {
	if lot.Form != stock.BareRoot {
		return nil
	}
	from := d.ArrivedAt
	if d.LiftedAt != nil {
		from = *d.LiftedAt
	}
	return kernel.Add(tx, &Stage{ID: kernel.NewID(), LotID: lot.ID, At: from, Cover: stock.PackedAs(d.Packing), PersonID: tx.Who.ID, EnteredAt: tx.Now})
}
