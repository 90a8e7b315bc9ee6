package store

import (
	"context"
	"time"

	"gorm.io/gorm"

	"sedum/core/stock"
)

// ClockStage is a change in how bare roots are kept, from its time on; or a rewetting.
type ClockStage struct {
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

	Person Person
}

// ClockAlarm is an alarm that rang.
type ClockAlarm struct {
	ID       string
	UnitID   string
	Kind     string
	Run      string
	PersonID string
	At       time.Time
}

// GelDip is one mixing of gel.
type GelDip struct {
	ID       string
	LotID    string
	TreeID   *string
	Trees    int
	Input    stock.GelDipInput  `gorm:"serializer:json"`
	Result   stock.GelDipResult `gorm:"serializer:json"`
	WeighedG float64
	MixedAt  time.Time
	ReadyAt  time.Time
	DippedAt *time.Time
	PersonID string
	Version  int

	Person Person
}

// Message is what the house told somebody.
type Message struct {
	ID       string
	PersonID string
	Code     string
	Facts    map[string]string `gorm:"serializer:json"`
	At       time.Time
	ReadAt   *time.Time
}

// BareRootLots lists the lots of bare roots that still have trees in the yard.
func (s *Store) BareRootLots(ctx context.Context) ([]Lot, error) {
	out, err := gorm.G[Lot](s.db).Preload("Grower", nil).Preload("Kind", nil).
		Where(`form = 'bare-root' AND EXISTS (SELECT 1 FROM trees t WHERE t.lot_number = lots.number AND t.state NOT IN ('sold', 'sent-back', 'lost'))`).
		Order("number").Find(ctx)
	return out, ours(err)
}

// StagesOf lists the stages of a lot and its bundles, oldest first, without those taken back.
func (s *Store) StagesOf(ctx context.Context, lotIDs []string) ([]ClockStage, error) {
	out, err := gorm.G[ClockStage](s.db).Preload("Person", nil).Where("lot_id IN ? AND undone = FALSE", lotIDs).Order("at, entered_at, id").Find(ctx)
	return out, ours(err)
}

// UndoStage takes a stage back; it stays in the record.
func (s *Store) UndoStage(ctx context.Context, id string) error {
	return ours(s.db.WithContext(ctx).Model(&ClockStage{}).Where("id = ?", id).Update("undone", true).Error)
}

// StageByID finds a stage.
func (s *Store) StageByID(ctx context.Context, id string) (ClockStage, error) {
	return one[ClockStage](ctx, s, "id = ?", id)
}

// TreesByID finds trees by their ids.
func (s *Store) TreesByID(ctx context.Context, ids []string) ([]Tree, error) {
	return many[Tree](ctx, s, "number", "id IN ?", ids)
}

// CountInYard counts the trees of a lot that are still in the yard.
func (s *Store) CountInYard(ctx context.Context, lotNumber int) (int, error) {
	var n int
	err := s.db.WithContext(ctx).Raw("SELECT COALESCE(SUM(bundle_count), 0) FROM trees WHERE lot_number = ? AND state NOT IN ('sold', 'sent-back', 'lost')", lotNumber).Scan(&n).Error
	return n, ours(err)
}

// OnDuty is who is told: whoever signed on last, else a manager.
func (s *Store) OnDuty(ctx context.Context) (Person, error) {
	var p Person
	err := s.db.WithContext(ctx).Raw(`SELECT * FROM people WHERE active AND (duty_since IS NOT NULL OR role = 'manager')
		ORDER BY duty_since IS NULL, duty_since DESC, sign_in LIMIT 1`).Take(&p).Error
	return p, ours(err)
}

// SetDuty signs a person on as on duty, or off with nil.
func (s *Store) SetDuty(ctx context.Context, personID string, since *time.Time) error {
	return ours(s.db.WithContext(ctx).Model(&Person{}).Where("id = ?", personID).Update("duty_since", since).Error)
}

// DipsOf lists the dips of a lot, newest first.
func (s *Store) DipsOf(ctx context.Context, lotID string) ([]GelDip, error) {
	out, err := gorm.G[GelDip](s.db).Preload("Person", nil).Where("lot_id = ?", lotID).Order("mixed_at DESC, id").Find(ctx)
	return out, ours(err)
}

// DipForUpdate finds a dip and keeps it for this transaction.
func (s *Store) DipForUpdate(ctx context.Context, id string) (GelDip, error) {
	var d GelDip
	err := s.db.WithContext(ctx).Raw("SELECT * FROM gel_dips WHERE id = ? FOR UPDATE", id).Take(&d).Error
	return d, ours(err)
}

// MarkDipped writes when a dip was used.
func (s *Store) MarkDipped(ctx context.Context, id string, at time.Time) error {
	return ours(s.db.WithContext(ctx).Model(&GelDip{}).Where("id = ?", id).Updates(map[string]any{"dipped_at": at, "version": 2}).Error)
}

// MessagesTo lists what was told to a person and not read, newest first.
func (s *Store) MessagesTo(ctx context.Context, personID string) ([]Message, error) {
	out, err := gorm.G[Message](s.db).Where("person_id = ? AND read_at IS NULL", personID).Order("at DESC, id").Limit(20).Find(ctx)
	return out, ours(err)
}

// ReadMessage marks a message as read by the one it was for.
func (s *Store) ReadMessage(ctx context.Context, personID, id string, at time.Time) error {
	return ours(s.db.WithContext(ctx).Model(&Message{}).Where("id = ? AND person_id = ?", id, personID).Update("read_at", at).Error)
}
