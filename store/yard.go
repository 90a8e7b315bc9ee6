package store

import (
	"context"
	"strings"
	"time"

	"gorm.io/gorm"

	"sedum/core/fit"
	"sedum/core/rules"
	"sedum/core/stock"
)

// Grower is who raised a lot.
type Grower struct {
	ID      string
	Name    string
	Place   string
	Version int
}

// KindFacts is what the catalogue knows of a kind; nil is unknown, and shows.
type KindFacts struct {
	fit.Kind
	Height10M     *float64 `json:"height_10_m"`
	HeightMaxM    *float64 `json:"height_max_m"`
	Spread10M     *float64 `json:"spread_10_m"`
	SpreadMaxM    *float64 `json:"spread_max_m"`
	Thirsty       bool     `json:"thirsty"`
	SharpDrainage bool     `json:"sharp_drainage"`
	Evergreen     bool     `json:"evergreen"`
	Tender        bool     `json:"tender"`
	AutumnHazard  bool     `json:"autumn_hazard"`
	BarkTender    bool     `json:"bark_tender"`
	OldWood       bool     `json:"old_wood"`
	MovesBadly    bool     `json:"moves_badly"`
	Shrub         bool     `json:"shrub"`
	NotCovered    bool     `json:"not_covered" doc:"palm or bamboo"`
	Cautions      []string `json:"cautions"`
	Uses          []string `json:"uses"`
	Source        string   `json:"source"`
}

// Kind is a kind of tree in the catalogue.
type Kind struct {
	ID        string
	Common    string
	Botanical string
	Habit     stock.Habit
	Facts     KindFacts `gorm:"serializer:json"`
	Version   int
}

// Lot is trees of one kind, form and grower that came together. Sizes are nominal, as delivered.
type Lot struct {
	ID             string
	Number         int
	GrowerID       string
	KindID         string
	Form           stock.Form
	Pot            string
	PotL           float64
	BallDiameterMM float64
	BallHeightMM   float64
	CaliperMM      float64
	HeightM        float64
	PriceCents     int
	ArrivedOn      time.Time
	DeliveryID     *string
	Size           string
	Medium         string
	Sizing         string `gorm:"default:caliper"`
	Grafted        bool
	Sensitivity    string `gorm:"default:average"`
	Origin         stock.Origin
	Cultivar       string
	Rootstock      string
	Propagation    string
	Ordered        *int
	// PerRow is how many stand in a row, 0 when nobody said.
	PerRow    int
	Decision  string `gorm:"default:open"`
	DecidedAt *time.Time
	Version   int

	Grower Grower
	Kind   Kind
}

// Called is what people call the trees of a lot: the kind, and the cultivar in its marks.
func (l Lot) Called() string {
	if l.Cultivar == "" {
		return l.Kind.Common
	}
	return l.Kind.Common + " ‘" + l.Cultivar + "’"
}

// Tree is one tree with its tag; its state is what its entries say.
type Tree struct {
	ID    string
	Tag   string
	LotID string
	// LotNumber is that of its lot: what a lot counts is found by it.
	LotNumber  int
	Number     int
	State      stock.State
	StateSince time.Time
	DueOn      *time.Time
	CheckID    *string
	// Faulty is by the look that counts for its lot: the newest judged one before any work. Nil before there is one.
	Faulty *bool
	// BundleCount is how many trees stand under this tag; BundleOf the bundle that it was split from.
	BundleCount int `gorm:"default:1"`
	BundleOf    *string
	Version     int
}

// Check is one look at a tree, appended.
type Check struct {
	ID          string
	TreeID      string
	PersonID    string
	At          time.Time
	AfterWork   bool
	Verdict     stock.Verdict
	Subject     stock.Subject         `gorm:"serializer:json"`
	Readings    stock.Readings        `gorm:"serializer:json"`
	Assessment  stock.Assessment      `gorm:"serializer:json"`
	Rules       map[rules.Key]float64 `gorm:"serializer:json"`
	CoreVersion string

	Person Person
}

// Correction is one piece of work done, or taken back, appended.
type Correction struct {
	ID       string
	TreeID   string
	CheckID  string
	WorkKey  string
	Code     string
	AmountMM *float64
	Done     bool
	PersonID string
	At       time.Time

	Person Person
}

// TreeEvent is a change of state that is no check: sold, sent back, reserved.
type TreeEvent struct {
	ID        string
	TreeID    string
	PersonID  string
	At        time.Time
	FromState stock.State
	ToState   stock.State
	Note      string
}

// LotCount is a lot with how many of its trees are in which state.
type LotCount struct {
	Lot
	Counts map[stock.State]int
	// Trees counts every tree of a bundle.
	Trees int
}

// Lots lists the lots, newest first, with their counts.
func (s *Store) Lots(ctx context.Context) ([]LotCount, error) {
	lots, err := gorm.G[Lot](s.db).Preload("Grower", nil).Preload("Kind", nil).Order("number DESC").Find(ctx)
	if err != nil {
		return nil, ours(err)
	}
	type row struct {
		LotNumber int
		State     stock.State
		N         int
		Trees     int
	}
	rows, err := gorm.G[row](s.db).Raw("SELECT lot_number, state, COUNT(*) AS n, SUM(bundle_count) AS trees FROM trees GROUP BY lot_number, state").Find(ctx)
	if err != nil {
		return nil, ours(err)
	}
	counts, trees := map[int]map[stock.State]int{}, map[int]int{}
	for _, r := range rows {
		if counts[r.LotNumber] == nil {
			counts[r.LotNumber] = map[stock.State]int{}
		}
		counts[r.LotNumber][r.State] = r.N
		trees[r.LotNumber] += r.Trees
	}
	out := make([]LotCount, len(lots))
	for i, l := range lots {
		out[i] = LotCount{l, counts[l.Number], trees[l.Number]}
	}
	return out, nil
}

// LotByID finds a lot with its grower and kind.
func (s *Store) LotByID(ctx context.Context, id string) (Lot, error) {
	return s.lotWith(ctx, "lots.id = ?", id)
}

// LotByNumber finds a lot by the number that people see.
func (s *Store) LotByNumber(ctx context.Context, number int) (Lot, error) {
	return s.lotWith(ctx, "lots.number = ?", number)
}

// lotWith finds a lot with its grower and kind in one round trip.
func (s *Store) lotWith(ctx context.Context, where string, key any) (Lot, error) {
	var lot Lot
	err := s.db.WithContext(ctx).Joins("Grower").Joins("Kind").Where(where, key).Take(&lot).Error
	return lot, ours(err)
}

// TreeByTag finds the tree that carries a tag.
func (s *Store) TreeByTag(ctx context.Context, tag string) (Tree, error) {
	return one[Tree](ctx, s, "tag = ?", tag)
}

// TreeForUpdate finds a tree and keeps it for this transaction.
func (s *Store) TreeForUpdate(ctx context.Context, tag string) (Tree, error) {
	var t Tree
	err := s.db.WithContext(ctx).Raw("SELECT * FROM trees WHERE tag = ? FOR UPDATE", tag).Take(&t).Error
	return t, ours(err)
}

// TreeRow is a line of the bench list.
type TreeRow struct {
	Tag       string      `json:"tag"`
	Number    int         `json:"number"`
	State     stock.State `json:"state"`
	DueOn     *time.Time  `json:"due_on"`
	LotNumber int         `json:"lot_number"`
	Common    string      `json:"common"`
	Grower    string      `json:"grower"`
	PotL      float64     `json:"pot_l"`
	Form      stock.Form  `json:"form"`
	Bundle    int         `json:"bundle_count"`
}

// TreeQuery asks for trees. After is the tag of the last row of the page before.
type TreeQuery struct {
	LotNumber int
	States    []stock.State
	Text      string
	After     string
	Limit     int
}

const treeRowColumns = `SELECT t.tag, t.number, t.state, t.due_on, l.number AS lot_number, k.common, g.name AS grower, l.pot_l,
	l.form, t.bundle_count AS bundle
	FROM trees t JOIN lots l ON l.id = t.lot_id JOIN kinds k ON k.id = l.kind_id JOIN growers g ON g.id = l.grower_id`

// TreeRows lists trees by tag, paged by key.
func (s *Store) TreeRows(ctx context.Context, q TreeQuery) ([]TreeRow, error) {
	where, args := []string{"t.tag > ?"}, []any{q.After}
	if q.LotNumber > 0 {
		where, args = append(where, "l.number = ?"), append(args, q.LotNumber)
	}
	if len(q.States) > 0 {
		where, args = append(where, "t.state IN ?"), append(args, q.States)
	}
	if q.Text != "" {
		like := "%" + strings.NewReplacer("%", `\%`, "_", `\_`).Replace(q.Text) + "%"
		where = append(where, "(t.tag LIKE ? OR k.common LIKE ? OR k.botanical LIKE ? OR g.name LIKE ?)")
		args = append(args, like, like, like, like)
	}
	args = append(args, q.Limit)
	rows := []TreeRow{}
	err := s.db.WithContext(ctx).Raw(treeRowColumns+" WHERE "+strings.Join(where, " AND ")+" ORDER BY t.tag LIMIT ?", args...).
		Scan(&rows).Error
	return rows, ours(err)
}

// TreesToWorkOn lists trees in a state by when they are due, then by how long they have waited.
func (s *Store) TreesToWorkOn(ctx context.Context, state stock.State, limit int) ([]TreeRow, error) {
	rows := []TreeRow{}
	err := s.db.WithContext(ctx).Raw(treeRowColumns+
		" WHERE t.state = ? ORDER BY t.due_on IS NULL, t.due_on, t.state_since, t.tag LIMIT ?", state, limit).Scan(&rows).Error
	return rows, ours(err)
}

// NextInLot is the tag of the next unchecked tree of a lot after a place in it, else the first before it, "" when none is left.
func (s *Store) NextInLot(ctx context.Context, lotNumber, after int) (string, error) {
	var tag string
	err := s.db.WithContext(ctx).Raw(`(SELECT tag FROM trees WHERE lot_number = ? AND state = 'unchecked' AND number > ? ORDER BY number LIMIT 1)
		UNION ALL (SELECT tag FROM trees WHERE lot_number = ? AND state = 'unchecked' AND number < ? ORDER BY number LIMIT 1) LIMIT 1`,
		lotNumber, after, lotNumber, after).Scan(&tag).Error
	return tag, ours(err)
}

// ChecksOf lists the looks at a tree, newest first.
func (s *Store) ChecksOf(ctx context.Context, treeID string) ([]Check, error) {
	out, err := gorm.G[Check](s.db).Preload("Person", nil).Where("tree_id = ?", treeID).Order("at DESC, id DESC").Find(ctx)
	return out, ours(err)
}

// CheckByID finds one look.
func (s *Store) CheckByID(ctx context.Context, id string) (Check, error) {
	out, err := gorm.G[Check](s.db).Preload("Person", nil).Where("id = ?", id).Take(ctx)
	return out, ours(err)
}

// CorrectionsOf lists the work on a tree, oldest first.
func (s *Store) CorrectionsOf(ctx context.Context, treeID string) ([]Correction, error) {
	out, err := gorm.G[Correction](s.db).Preload("Person", nil).Where("tree_id = ?", treeID).Order("at, id").Find(ctx)
	return out, ours(err)
}

// MoveTree writes a tree's derived state and counts its version up. The caller holds the row.
func (s *Store) MoveTree(ctx context.Context, t Tree) error {
	err := s.db.WithContext(ctx).Model(&Tree{}).Where("id = ?", t.ID).Select("state", "state_since", "due_on", "check_id", "version").
		Updates(map[string]any{"state": t.State, "state_since": t.StateSince, "due_on": t.DueOn, "check_id": t.CheckID, "version": t.Version + 1}).Error
	return ours(err)
}

// Sellable is a tree that may be sold, with what a match needs of it.
type Sellable struct {
	Tree
	Lot   Lot
	Check Check
}

// SellableTrees lists every tree that is for sale, by lot and place.
func (s *Store) SellableTrees(ctx context.Context) ([]Sellable, error) {
	trees, err := many[Tree](ctx, s, "lot_id, number", "state = ?", stock.ForSale)
	if err != nil {
		return nil, err
	}
	lots, err := gorm.G[Lot](s.db).Preload("Grower", nil).Preload("Kind", nil).Find(ctx)
	if err != nil {
		return nil, ours(err)
	}
	checks, err := gorm.G[Check](s.db).Where("id IN (SELECT check_id FROM trees WHERE state = ?)", stock.ForSale).Find(ctx)
	if err != nil {
		return nil, ours(err)
	}
	lotByID, checkByID := map[string]Lot{}, map[string]Check{}
	for _, l := range lots {
		lotByID[l.ID] = l
	}
	for _, c := range checks {
		checkByID[c.ID] = c
	}
	out := []Sellable{}
	for _, t := range trees {
		if t.CheckID != nil {
			out = append(out, Sellable{t, lotByID[t.LotID], checkByID[*t.CheckID]})
		}
	}
	return out, nil
}

// CountByState counts the trees in each state.
func (s *Store) CountByState(ctx context.Context) (map[stock.State]int, error) {
	type row struct {
		State stock.State
		N     int
	}
	rows, err := gorm.G[row](s.db).Raw("SELECT state, COUNT(*) AS n FROM trees GROUP BY state").Find(ctx)
	out := map[stock.State]int{}
	for _, r := range rows {
		out[r.State] = r.N
	}
	return out, ours(err)
}

// LastReadings is the newest look at another tree of a lot, nil when there is none.
func (s *Store) LastReadings(ctx context.Context, lotID, treeID string) (*stock.Readings, error) {
	type look struct {
		Readings stock.Readings `gorm:"serializer:json"`
	}
	checks, err := gorm.G[look](s.db).Raw(`SELECT readings FROM checks WHERE id = (SELECT check_id FROM trees
		WHERE lot_id = ? AND id <> ? AND check_id IS NOT NULL ORDER BY state_since DESC, number DESC LIMIT 1)`, lotID, treeID).Find(ctx)
	if err != nil || len(checks) == 0 {
		return nil, ours(err)
	}
	return &checks[0].Readings, nil
}

// NextDrawn is the tag of the first drawn place, other than one, whose tree nobody has looked at; "" when none is left.
func (s *Store) NextDrawn(ctx context.Context, lotID string, drawn []int, but int) (string, error) {
	if len(drawn) == 0 {
		return "", nil
	}
	trees, err := gorm.G[Tree](s.db).Select("tag", "number").Where("lot_id = ? AND number IN ? AND state = 'unchecked' AND number <> ?", lotID, drawn, but).Find(ctx)
	if err != nil {
		return "", ours(err)
	}
	tags := map[int]string{}
	for _, t := range trees {
		tags[t.Number] = t.Tag
	}
	for _, place := range drawn {
		if tag, ok := tags[place]; ok {
			return tag, nil
		}
	}
	return "", nil
}
