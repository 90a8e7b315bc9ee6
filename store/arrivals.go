package store

import (
	"context"
	"time"

	"gorm.io/gorm"
)

// Delivery is what one grower brought at one time.
type Delivery struct {
	ID        string
	Number    int
	GrowerID  string
	LiftedAt  *time.Time
	ArrivedAt time.Time
	Packing   string
	Note      string
	PersonID  string
	At        time.Time

	Grower Grower
	Person Person
}

// DeliveryNote is a grower's list as a file, and how far it was read in.
type DeliveryNote struct {
	ID          string
	Digest      string
	FileName    string
	Content     []byte
	ColumnsUsed map[string]int `gorm:"serializer:json"`
	DeliveryID  *string
	RowsTotal   int
	RowsDone    int
	TreesMade   int
	PersonID    string
	At          time.Time
}

// PrintJob is a run of labels handed to the printer.
type PrintJob struct {
	ID       string
	LotID    string
	Tags     []string `gorm:"serializer:json"`
	PersonID string
	At       time.Time
}

// Deliveries lists the newest deliveries.
func (s *Store) Deliveries(ctx context.Context, limit int) ([]Delivery, error) {
	out, err := gorm.G[Delivery](s.db).Preload("Grower", nil).Preload("Person", nil).Order("number DESC").Limit(limit).Find(ctx)
	return out, ours(err)
}

// DeliveryByID finds a delivery.
func (s *Store) DeliveryByID(ctx context.Context, id string) (Delivery, error) {
	out, err := gorm.G[Delivery](s.db).Preload("Grower", nil).Preload("Person", nil).Where("id = ?", id).Take(ctx)
	return out, ours(err)
}

// NoteByID finds a delivery note with its content.
func (s *Store) NoteByID(ctx context.Context, id string) (DeliveryNote, error) {
	return one[DeliveryNote](ctx, s, "id = ?", id)
}

// NoteForUpdate finds a delivery note and keeps it for this transaction.
func (s *Store) NoteForUpdate(ctx context.Context, id string) (DeliveryNote, error) {
	var n DeliveryNote
	err := s.db.WithContext(ctx).Raw("SELECT * FROM delivery_notes WHERE id = ? FOR UPDATE", id).Take(&n).Error
	return n, ours(err)
}

// NotesByDigest lists earlier readings of the same file that made a delivery, newest first.
func (s *Store) NotesByDigest(ctx context.Context, digest string) ([]DeliveryNote, error) {
	out, err := gorm.G[DeliveryNote](s.db).Select("id", "digest", "file_name", "delivery_id", "at", "rows_done", "rows_total").
		Where("digest = ? AND delivery_id IS NOT NULL", digest).Order("at DESC").Find(ctx)
	return out, ours(err)
}

// AdvanceNote writes how far a note was read in.
func (s *Store) AdvanceNote(ctx context.Context, n DeliveryNote) error {
	return ours(s.db.WithContext(ctx).Model(&DeliveryNote{}).Where("id = ?", n.ID).
		Updates(map[string]any{"rows_done": n.RowsDone, "trees_made": n.TreesMade, "delivery_id": n.DeliveryID}).Error)
}

// Growers lists every grower by name.
func (s *Store) Growers(ctx context.Context) ([]Grower, error) {
	return many[Grower](ctx, s, "name", "")
}

// GrowerByName finds a grower by name; letters' case does not matter.
func (s *Store) GrowerByName(ctx context.Context, name string) (Grower, error) {
	return one[Grower](ctx, s, "name = ?", name)
}

// Kinds lists the catalogue by common name.
func (s *Store) Kinds(ctx context.Context) ([]Kind, error) { return many[Kind](ctx, s, "common", "") }

// AddAll puts many new records in with few statements.
func AddAll[T any](ctx context.Context, s *Store, records []T) error {
	if len(records) == 0 {
		return nil
	}
	return ours(s.db.WithContext(ctx).CreateInBatches(&records, 500).Error)
}

// TreesOfLot lists the trees of a lot by place.
func (s *Store) TreesOfLot(ctx context.Context, lotID string) ([]Tree, error) {
	return many[Tree](ctx, s, "number", "lot_id = ?", lotID)
}

// LotForUpdate finds a lot and keeps it for this transaction.
func (s *Store) LotForUpdate(ctx context.Context, number int) (Lot, error) {
	var l Lot
	err := s.db.WithContext(ctx).Raw("SELECT * FROM lots WHERE number = ? FOR UPDATE", number).Take(&l).Error
	return l, ours(err)
}

// LastPlace is the greatest place taken in a lot.
func (s *Store) LastPlace(ctx context.Context, lotID string) (int, error) {
	var n int
	err := s.db.WithContext(ctx).Raw("SELECT COALESCE(MAX(number), 0) FROM trees WHERE lot_id = ?", lotID).Scan(&n).Error
	return n, ours(err)
}

// TakeFromBundle lowers a bundle's count. The caller holds the row.
func (s *Store) TakeFromBundle(ctx context.Context, t Tree, count int) error {
	return ours(s.db.WithContext(ctx).Model(&Tree{}).Where("id = ?", t.ID).
		Updates(map[string]any{"bundle_count": t.BundleCount - count, "version": t.Version + 1}).Error)
}
