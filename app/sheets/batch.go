package sheets

import (
	"cmp"
	"errors"
	"fmt"
	"runtime"
	"slices"
	"time"

	"sedum/app/ground"
	"sedum/app/people"
	"sedum/core/fault"
	"sedum/kernel"
	"sedum/words"
)

// Batch are sheets that are issued together, each by itself: what stands against one keeps none of the others back. The house goes on with
// it when the program was ended in the middle.
type Batch struct {
	ID       string
	SiteID   string
	PersonID string
	At       time.Time
	// StoppedAt is when somebody stopped it, nil while it goes on: what is out stays out.
	StoppedAt *time.Time

	Person people.Named
}

// TableName says of what.
func (Batch) TableName() string { return "sheet_batches" }

// ItemState is what became of one sheet of a batch.
type ItemState string

// The words of ItemState.
const (
	ItemWaiting ItemState = "waiting"
	ItemIssued  ItemState = "issued"
	ItemRefused ItemState = "refused"
)

// All lists them.
func (ItemState) All() []ItemState { return []ItemState{ItemWaiting, ItemIssued, ItemRefused} }

// BatchItem is one sheet of a batch. Its number is kept for it from the beginning, so that sheets are drawn beside each other.
type BatchItem struct {
	ID      string `gorm:"primaryKey"`
	BatchID string
	Number  int
	Tag     string
	SpotID  string
	State   ItemState
	// Ask is what was asked for, empty once it is issued or refused: the sheet has it then.
	Ask    *Issue        `gorm:"serializer:json"`
	Reason kernel.Reason `gorm:"serializer:json"`
}

// TableName says of what.
func (BatchItem) TableName() string { return "sheet_batch_items" }

// NewBatch are the sheets of one ground that are to be issued together.
type NewBatch struct {
	Sheets []Issue `json:"sheets" minItems:"1" maxItems:"200"`
}

// issueBatch notes the sheets of a batch with their numbers; each is issued by itself once this is in. A number that is refused stays unused,
// and the batch says why.
//
// Errors: a fault by sheet for a tree that is named twice and a spot of another ground.
func (desk Desk) issueBatch(tx *kernel.Tx, p kernel.ByID, n NewBatch) (string, error) {
	spots, _, err := ground.SiteOf(tx, p.ID)
	if err != nil {
		return "", err
	}
	var l fault.List
	tags := map[string]bool{}
	for i, each := range n.Sheets {
		if !slices.ContainsFunc(spots, func(k ground.Known) bool { return k.Spot.ID == each.SpotID }) {
			l.Add(fmt.Sprintf("sheets.%d.spot_id", i), fault.NotThere, each.SpotID)
		}
		if tags[each.Tag] {
			l.Add(fmt.Sprintf("sheets.%d.tag", i), fault.SaidTwice, each.Tag)
		}
		tags[each.Tag] = true
	}
	if err := l.Err(); err != nil {
		return "", err
	}
	first, err := tx.Next("sheet", len(n.Sheets))
	if err != nil {
		return "", err
	}
	b := Batch{ID: kernel.NewID(), SiteID: spots[0].Spot.SiteID, PersonID: tx.Who.ID, At: tx.Now}
	if err := kernel.Add(tx, &b); err != nil {
		return "", err
	}
	for i, each := range n.Sheets {
		item := BatchItem{ID: kernel.NewID(), BatchID: b.ID, Number: first + i, Tag: each.Tag, SpotID: each.SpotID, State: ItemWaiting, Ask: &each}
		if err := kernel.Add(tx, &item); err != nil {
			return "", err
		}
	}
	tx.Wake(batchJob)
	return b.ID, nil
}

const batchJob = "sheet-batches"

// batches issues what waits, as many sheets at once as there are cores.
func (desk Desk) batches() kernel.Job {
	return kernel.Job{ID: batchJob, Every: 30 * time.Second, Width: runtime.NumCPU(), Due: waiting, Each: desk.issueItem, Failed: refuseItem}
}

func waiting(tx *kernel.Tx) ([]string, error) {
	rows, err := kernel.Rows[struct{ ID string }](tx, `SELECT i.id FROM sheet_batch_items i JOIN sheet_batches b ON b.id = i.batch_id
		WHERE i.state = ? AND b.stopped_at IS NULL ORDER BY i.number`, ItemWaiting)
	out := []string{}
	for _, r := range rows {
		out = append(out, r.ID)
	}
	return out, err
}

// issueItem issues one sheet in the name of whoever asked for the batch, as far as they may now.
func (desk Desk) issueItem(tx *kernel.Tx, id string) error {
	item, err := kernel.Held[BatchItem](tx, "SELECT * FROM sheet_batch_items WHERE id = ?", id)
	if err != nil || item.State != ItemWaiting {
		return err // another server was first
	}
	b, err := kernel.One[Batch](tx, "id = ?", item.BatchID)
	if err != nil || b.StoppedAt != nil {
		return err
	}
	who, err := desk.As(tx, b.PersonID)
	if err != nil {
		return err
	}
	if !IssueSheets.Holds(who.Role) {
		return kernel.ErrNotAllowed
	}
	if item.Ask == nil {
		return kernel.Refused{Code: "customer-erased", Field: "spot_id"}
	}
	tx.Who = who
	if _, err := desk.issueAs(tx, *item.Ask, func() (int, error) { return item.Number, nil }); err != nil {
		return err
	}
	return kernel.ChangeOne[BatchItem](tx, map[string]any{"state": ItemIssued, "ask": nil}, "id = ?", id)
}

func refuseItem(tx *kernel.Tx, id string, why kernel.Reason) error {
	item, err := kernel.Held[BatchItem](tx, "SELECT * FROM sheet_batch_items WHERE id = ?", id)
	if err != nil || item.State != ItemWaiting {
		return err
	}
	item.State, item.Ask, item.Reason = ItemRefused, nil, why
	return kernel.Ours(tx.DB().Model(&item).Select("state", "ask", "reason").Updates(&item).Error)
}

// stopBatch issues no more of a batch. What is out stays out.
func stopBatch(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (string, error) {
	return p.ID, kernel.ChangeOne[Batch](tx, map[string]any{"stopped_at": tx.Now}, "id = ?", p.ID)
}

// resumeBatch goes on with what waits.
func resumeBatch(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (string, error) {
	if err := kernel.ChangeOne[Batch](tx, map[string]any{"stopped_at": nil}, "id = ?", p.ID); err != nil {
		return "", err
	}
	tx.Wake(batchJob)
	return p.ID, nil
}

// BatchLine is a batch in a list.
type BatchLine struct {
	ID       string     `json:"id"`
	At       time.Time  `json:"at"`
	By       string     `json:"by"`
	Customer string     `json:"customer"`
	Stopped  *time.Time `json:"stopped_at"`
	Waiting  int        `json:"waiting"`
	Issued   int        `json:"issued"`
	Refused  int        `json:"refused"`
}

// BatchPage is a batch with what became of each sheet.
type BatchPage struct {
	BatchLine
	Items []ItemLine `json:"items" doc:"by number"`
}

// ItemLine is one sheet of a batch.
type ItemLine struct {
	Number   int       `json:"number"`
	Tag      string    `json:"tag"`
	Common   string    `json:"common"`
	SpotID   string    `json:"spot_id"`
	SpotName string    `json:"spot_name"`
	State    ItemState `json:"state"`
	// Why it was refused.
	Why string `json:"why"`
}

// BatchLines are the newest batches, the newest first.
type BatchLines struct {
	Batches []BatchLine `json:"batches"`
}

const batchLines = `SELECT b.id, b.at, p.name AS ` + "`by`" + `, c.name AS customer, b.stopped_at AS stopped, SUM(i.state = 'waiting') AS waiting, SUM(i.state = 'issued') AS issued, SUM(i.state = 'refused') AS refused
	FROM sheet_batches b JOIN sheet_batch_items i ON i.batch_id = b.id JOIN people p ON p.id = b.person_id JOIN sites s ON s.id = b.site_id JOIN customers c ON c.id = s.customer_id`

func listBatches(tx *kernel.Tx, _ kernel.None) (BatchLines, error) {
	rows, err := kernel.Rows[BatchLine](tx, batchLines+" GROUP BY b.id ORDER BY b.at DESC, b.id LIMIT 20")
	return BatchLines{append([]BatchLine{}, rows...)}, err
}

func seeBatch(tx *kernel.Tx, p kernel.ByID) (BatchPage, error) {
	out := BatchPage{Items: []ItemLine{}}
	rows, err := kernel.Rows[BatchLine](tx, batchLines+" WHERE b.id = ? GROUP BY b.id", p.ID)
	if err != nil {
		return out, err
	}
	if len(rows) == 0 {
		return out, kernel.ErrMissing
	}
	out.BatchLine = rows[0]
	type row struct {
		BatchItem
		Common, SpotName string
	}
	items, err := kernel.Rows[row](tx, `SELECT i.*, COALESCE(k.common, '') AS common, s.name AS spot_name FROM sheet_batch_items i JOIN spots s ON s.id = i.spot_id
		LEFT JOIN trees t ON t.tag = i.tag LEFT JOIN lots l ON l.id = t.lot_id LEFT JOIN kinds k ON k.id = l.kind_id WHERE i.batch_id = ? ORDER BY i.number`, p.ID)
	for _, r := range items {
		out.Items = append(out.Items, ItemLine{r.Number, r.Tag, r.Common, r.SpotID, r.SpotName, r.State, r.Reason.Text(tx.Say)})
	}
	return out, err
}

// PlansAsk are trees for the spots of one ground, each with what is known of its day.
type PlansAsk struct {
	Plans []PlanAsk `json:"plans" minItems:"1" maxItems:"200"`
}

// PlanLine is what a plan says in one line, and what stands against its sheet.
type PlanLine struct {
	Tag         string `json:"tag"`
	Common      string `json:"common"`
	SpotID      string `json:"spot_id"`
	TreeVersion int    `json:"tree_version"`
	Headline    string `json:"headline"`
	// Against is what no signature replaces, "" for nothing.
	Against string            `json:"against"`
	Stops   []kernel.Sentence `json:"stops"`
	Open    []string          `json:"open"`
}

// PlanLines are they, in the order in which they were asked for.
type PlanLines struct {
	Plans []PlanLine `json:"plans"`
}

// planBatch draws no plan and keeps nothing: it says of each tree what its sheet would say first.
func (desk Desk) planBatch(tx *kernel.Tx, _ kernel.None, ask PlansAsk) (PlanLines, error) {
	out := PlanLines{[]PlanLine{}}
	for _, each := range ask.Plans {
		line := PlanLine{Tag: each.Tag, SpotID: each.SpotID, Stops: []kernel.Sentence{}, Open: each.open()}
		p, err := desk.make(tx, each)
		if why, known := kernel.ReasonOf(err); known {
			line.Common, line.Against = p.tree.Lot.Called(), why.Text(tx.Say)
			out.Plans = append(out.Plans, line)
			continue
		}
		if err != nil {
			return out, err
		}
		line.Common, line.TreeVersion = p.tree.Lot.Called(), p.tree.Tree.Version
		said := tx.Say.Plan(p.input, p.plan, p.care)
		line.Headline = said.Headline
		against := p.against(tx.Say)
		line.Against = cmp.Or(against, line.Against)
		for _, stop := range p.plan.Stops {
			line.Stops = append(line.Stops, kernel.Sentence{Code: string(stop), Text: tx.Say.Stop(stop, p.input.Standing)})
		}
		out.Plans = append(out.Plans, line)
	}
	return out, nil
}

// against says what no signature replaces, "" where nothing of the kind stands against a plan.
func (p planned) against(s words.Speaker) string {
	if refused, ok := errors.AsType[kernel.Refused](p.unsignable()); ok {
		return kernel.Reason{Code: refused.Code}.Text(s)
	}
	return ""
}

// unsignable is why a plan is not issued, whoever signs; nil for none.
func (p planned) unsignable() error {
	switch {
	case p.plan.Refused != "":
		return kernel.Refused{Code: string(p.plan.Refused), Field: "spot_id"}
	case p.plan.Locked:
		return kernel.Refused{Code: "services-unmarked", Field: "spot_id"}
	case len(p.plan.First) > 0:
		return kernel.Refused{Code: string(p.plan.First[0]), Field: "spot_id"}
	case p.plan.FindOut != nil:
		return kernel.Refused{Code: "too-much-unknown", Field: "spot_id"}
	}
	return nil
}
