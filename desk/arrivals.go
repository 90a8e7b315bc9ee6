package desk

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/core/tag"
	"sedum/store"
)

// NewLot is one lot of a delivery. Sizes are nominal, as delivered.
type NewLot struct {
	Kind           string     `json:"kind" maxLength:"120" doc:"common or botanical name, as in the catalogue"`
	Form           stock.Form `json:"form" enum:"container,balled,bare-root,plug"`
	Pot            string     `json:"pot" enum:"standard,air-pruning,fabric,plug"`
	PotL           float64    `json:"pot_l" minimum:"0" maximum:"2000"`
	BallDiameterMM float64    `json:"ball_diameter_mm" exclusiveMinimum:"0" maximum:"3000"`
	BallHeightMM   float64    `json:"ball_height_mm" exclusiveMinimum:"0" maximum:"2000"`
	CaliperMM      float64    `json:"caliper_mm" exclusiveMinimum:"0" maximum:"400"`
	HeightM        float64    `json:"height_m" exclusiveMinimum:"0" maximum:"20"`
	Size           string     `json:"size" enum:",seedling,whip,feathered,standard"`
	Medium         string     `json:"medium" enum:",mix,sand,loam,clay"`
	Sizing         string     `json:"sizing" enum:"caliper,height"`
	Sensitivity    string     `json:"sensitivity" enum:"tender,average,tough"`
	Grafted        bool       `json:"grafted"`
	// Origin has a list of its own at the bench: a young layer (bare), a tree lifted in a garden (balled).
	Origin      stock.Origin `json:"origin,omitempty" enum:",layer,garden"`
	Cultivar    string       `json:"cultivar,omitempty" maxLength:"80"`
	Rootstock   string       `json:"rootstock,omitempty" maxLength:"60"`
	Propagation string       `json:"propagation,omitempty" enum:",seed,cutting,graft,layer,division,tissue" doc:"how it was raised, when known"`
	Count       int          `json:"count" minimum:"1" maximum:"5000"`
	Bundle      int          `json:"bundle_count" minimum:"1" maximum:"5000" doc:"trees in a bundle; 1 is single trees"`
	Ordered     *int         `json:"ordered,omitempty" minimum:"0" maximum:"100000"`
	PriceCents  int          `json:"price_cents" minimum:"0" maximum:"100000000"`
}

// NewDelivery is what a grower brought.
type NewDelivery struct {
	Grower string `json:"grower" maxLength:"120" doc:"a name; a new one is taken into the list"`
	Place  string `json:"place" maxLength:"120" doc:"of a new grower"`
	// LiftedAt is when the roots left the ground, "" when nobody knows; ArrivedAt "" is now. Both RFC 3339.
	LiftedAt  string   `json:"lifted_at"`
	ArrivedAt string   `json:"arrived_at"`
	Packing   string   `json:"packing" enum:",none,moss,sawdust,paper,gel,other" doc:"of bare roots: what was found on opening the box"`
	Note      string   `json:"note" maxLength:"500"`
	Lots      []NewLot `json:"lots" minItems:"1" maxItems:"100"`
}

// DeliveryView is a delivery with its lots.
type DeliveryView struct {
	Delivery store.Delivery
	Lots     []store.LotCount
}

// Deliveries lists what came, newest first.
func (d *Desk) Deliveries(ctx context.Context, who Caller) ([]DeliveryView, error) {
	if !May(who.Role, SeeYard) {
		return nil, ErrNotAllowed
	}
	deliveries, err := d.Store.Deliveries(ctx, 30)
	if err != nil {
		return nil, err
	}
	lots, err := d.Store.Lots(ctx)
	if err != nil {
		return nil, err
	}
	out := []DeliveryView{}
	for _, each := range deliveries {
		v := DeliveryView{Delivery: each, Lots: []store.LotCount{}}
		for _, l := range lots {
			if l.DeliveryID != nil && *l.DeliveryID == each.ID {
				v.Lots = append([]store.LotCount{l}, v.Lots...) // by number, as they came
			}
		}
		out = append(out, v)
	}
	return out, nil
}

// TakeInDelivery registers a delivery: its lots, a tag for every tree or bundle, and the clock of bare roots.
func (d *Desk) TakeInDelivery(ctx context.Context, who Caller, key string, n NewDelivery) (DeliveryView, error) {
	if !May(who.Role, TakeIn) {
		return DeliveryView{}, ErrNotAllowed
	}
	l := fault.Check(n)
	delivery := d.readDelivery(&l, who, n)
	number, err := once(ctx, d, who, key, "delivery", func(tx *store.Store) (int, error) {
		in := d.within(tx)
		kinds, err := in.kindsByName(ctx)
		if err != nil {
			return 0, err
		}
		for i, lot := range n.Lots {
			if _, ok := kinds[strings.ToLower(strings.TrimSpace(lot.Kind))]; !ok {
				l.Add(fmt.Sprintf("lots.%d.kind", i), fault.UnknownKind, nearest(kinds, lot.Kind))
			}
			if !lot.Origin.Fits(lot.Form) {
				l.Add(fmt.Sprintf("lots.%d.origin", i), fault.NotAChoice, []string{string(stock.BareRoot), string(stock.Balled)})
			}
		}
		if err := l.Err(); err != nil {
			return 0, err
		}
		if err := in.beginDelivery(ctx, n.Grower, n.Place, &delivery); err != nil {
			return 0, err
		}
		for _, lot := range n.Lots {
			if err := in.addLot(ctx, who, delivery, kinds[strings.ToLower(strings.TrimSpace(lot.Kind))], lot); err != nil {
				return 0, err
			}
		}
		return delivery.Number, nil
	})
	if err != nil {
		return DeliveryView{}, err
	}
	return d.Delivery(ctx, who, number)
}

// Delivery finds one delivery by its number.
func (d *Desk) Delivery(ctx context.Context, who Caller, number int) (DeliveryView, error) {
	all, err := d.Deliveries(ctx, who)
	if err != nil {
		return DeliveryView{}, err
	}
	for _, v := range all {
		if v.Delivery.Number == number {
			return v, nil
		}
	}
	return DeliveryView{}, store.ErrMissing
}

func (d *Desk) readDelivery(l *fault.List, who Caller, n NewDelivery) store.Delivery {
	now := d.Now()
	out := store.Delivery{ID: store.NewID(), ArrivedAt: now, Packing: n.Packing, Note: strings.TrimSpace(n.Note), PersonID: who.ID, At: now}
	if strings.TrimSpace(n.Grower) == "" {
		l.Add("grower", fault.Required, nil)
	}
	moment := func(field, text string) *time.Time {
		if text == "" {
			return nil
		}
		t, err := time.Parse(time.RFC3339, text)
		if err != nil {
			l.Add(field, fault.WrongType, "date and time")
			return nil
		}
		t = t.UTC()
		if t.After(now.Add(5 * time.Minute)) {
			l.Add(field, fault.AtMost, now.Format("2006-01-02 15:04"))
			return nil
		}
		return &t
	}
	if arrived := moment("arrived_at", n.ArrivedAt); arrived != nil {
		out.ArrivedAt = *arrived
	}
	out.LiftedAt = moment("lifted_at", n.LiftedAt)
	if out.LiftedAt != nil && out.LiftedAt.After(out.ArrivedAt) {
		l.Add("lifted_at", fault.AtMost, out.ArrivedAt.Format("2006-01-02 15:04"))
	}
	return out
}

// beginDelivery finds or takes down the grower, and gives the delivery its number.
func (d *Desk) beginDelivery(ctx context.Context, name, place string, delivery *store.Delivery) error {
	name = strings.TrimSpace(name)
	grower, err := d.Store.GrowerByName(ctx, name)
	if errors.Is(err, store.ErrMissing) {
		grower = store.Grower{ID: store.NewID(), Name: name, Place: strings.TrimSpace(place), Version: 1}
		err = store.Add(ctx, d.Store, &grower)
	}
	if err != nil {
		return err
	}
	delivery.GrowerID = grower.ID
	if delivery.Number, err = d.Store.Next(ctx, "delivery", 1); err != nil {
		return err
	}
	return store.Add(ctx, d.Store, delivery)
}

// addLot makes a lot, its trees or bundles with their tags, and starts the clock of bare roots.
func (d *Desk) addLot(ctx context.Context, who Caller, delivery store.Delivery, kind store.Kind, n NewLot) error {
	number, err := d.Store.Next(ctx, "lot", 1)
	if err != nil {
		return err
	}
	lot := store.Lot{
		ID: store.NewID(), Number: number, GrowerID: delivery.GrowerID, KindID: kind.ID, Form: n.Form, Pot: n.Pot, PotL: n.PotL,
		BallDiameterMM: n.BallDiameterMM, BallHeightMM: n.BallHeightMM, CaliperMM: n.CaliperMM, HeightM: n.HeightM, PriceCents: n.PriceCents,
		ArrivedOn: d.dayOf(delivery.ArrivedAt), DeliveryID: &delivery.ID, Size: n.Size, Medium: n.Medium, Sizing: n.Sizing,
		Grafted:     n.Grafted || n.Propagation == "graft" || strings.TrimSpace(n.Rootstock) != "",
		Sensitivity: n.Sensitivity, Origin: n.Origin, Cultivar: strings.TrimSpace(n.Cultivar), Rootstock: strings.TrimSpace(n.Rootstock),
		Propagation: n.Propagation, Ordered: n.Ordered, Decision: "open", Version: 1,
	}
	if err := store.Add(ctx, d.Store, &lot); err != nil {
		return err
	}
	bundle := max(1, n.Bundle)
	tags := (n.Count + bundle - 1) / bundle
	from, err := d.Store.Next(ctx, "tag", tags)
	if err != nil {
		return err
	}
	trees := make([]store.Tree, tags)
	for i := range trees {
		trees[i] = store.Tree{ID: store.NewID(), Tag: tag.Of(uint32(from + i)), LotID: lot.ID, LotNumber: lot.Number, Number: i + 1, State: stock.Unchecked,
			StateSince: d.Now(), BundleCount: min(bundle, n.Count-i*bundle), Version: 1}
	}
	if err := store.AddAll(ctx, d.Store, trees); err != nil || n.Form != stock.BareRoot {
		return err
	}
	return d.startClock(ctx, who, lot, delivery)
}

// startClock counts from lifting, or from arrival when nobody knows more.
func (d *Desk) startClock(ctx context.Context, who Caller, lot store.Lot, delivery store.Delivery) error {
	from := delivery.ArrivedAt
	if delivery.LiftedAt != nil {
		from = *delivery.LiftedAt
	}
	stage := store.ClockStage{ID: store.NewID(), LotID: lot.ID, At: from, Cover: stock.PackedAs(delivery.Packing), PersonID: who.ID, EnteredAt: d.Now()}
	return store.Add(ctx, d.Store, &stage)
}

func (d *Desk) kindsByName(ctx context.Context) (map[string]store.Kind, error) {
	kinds, err := d.Store.Kinds(ctx)
	out := map[string]store.Kind{}
	for _, k := range kinds {
		out[strings.ToLower(k.Common)], out[strings.ToLower(k.Botanical)] = k, k
	}
	return out, err
}

// nearest is the name in the catalogue that a mistyped one is most like, by shared pairs of letters.
func nearest(kinds map[string]store.Kind, typed string) string {
	typed = strings.ToLower(strings.TrimSpace(typed))
	best, most := "", 0.0
	for name, k := range kinds {
		if like := likeness(name, typed); like > most || (like == most && k.Common < best) {
			best, most = k.Common, like
		}
	}
	return best
}

func likeness(a, b string) float64 {
	pairs := map[string]int{}
	for i := range len(a) - 1 {
		pairs[a[i:i+2]]++
	}
	shared := 0
	for i := range max(0, len(b)-1) {
		if pairs[b[i:i+2]] > 0 {
			pairs[b[i:i+2]]--
			shared++
		}
	}
	return 2 * float64(shared) / float64(max(1, len(a)+len(b)-2))
}

// Kinds lists the catalogue.
func (d *Desk) Kinds(ctx context.Context, who Caller) ([]store.Kind, error) {
	if !May(who.Role, SeeYard) {
		return nil, ErrNotAllowed
	}
	return d.Store.Kinds(ctx)
}

// SplitBundle takes trees out of a bundle and gives them a tag of their own.
func (d *Desk) SplitBundle(ctx context.Context, who Caller, typed, key string, count int) (TreeView, error) {
	if !May(who.Role, TakeIn) {
		return TreeView{}, ErrNotAllowed
	}
	code, err := tag.Parse(typed)
	if err != nil {
		return TreeView{}, err
	}
	fresh, err := once(ctx, d, who, key, "split "+code, func(tx *store.Store) (string, error) {
		t, err := tx.TreeForUpdate(ctx, code)
		if err != nil {
			return "", err
		}
		var l fault.List
		if count < 1 {
			l.Add("count", fault.AtLeast, 1)
		} else if count >= t.BundleCount {
			l.Add("count", fault.MustBeUnder, t.BundleCount)
		}
		if err := l.Err(); err != nil {
			return "", err
		}
		from, err := tx.Next(ctx, "tag", 1)
		if err != nil {
			return "", err
		}
		place, err := tx.LastPlace(ctx, t.LotID)
		if err != nil {
			return "", err
		}
		part := store.Tree{ID: store.NewID(), Tag: tag.Of(uint32(from)), LotID: t.LotID, LotNumber: t.LotNumber, Number: place + 1, State: t.State, StateSince: d.Now(),
			DueOn: t.DueOn, CheckID: t.CheckID, BundleCount: count, BundleOf: &t.ID, Version: 1}
		if err := store.Add(ctx, tx, &part); err != nil {
			return "", err
		}
		return part.Tag, tx.TakeFromBundle(ctx, t, count)
	})
	if err != nil {
		return TreeView{}, err
	}
	return d.Tree(ctx, who, fresh)
}

// PrintLabels sends the labels of a lot to the printer. From and to are places in the lot; 0 is all.
func (d *Desk) PrintLabels(ctx context.Context, who Caller, lotNumber int, key string) (int, error) {
	if !May(who.Role, TakeIn) {
		return 0, ErrNotAllowed
	}
	return once(ctx, d, who, key, fmt.Sprint("labels ", lotNumber), func(tx *store.Store) (int, error) {
		lot, err := tx.LotByNumber(ctx, lotNumber)
		if err != nil {
			return 0, err
		}
		trees, err := tx.TreesOfLot(ctx, lot.ID)
		if err != nil {
			return 0, err
		}
		tags := make([]string, len(trees))
		for i, t := range trees {
			tags[i] = t.Tag
		}
		job := store.PrintJob{ID: store.NewID(), LotID: lot.ID, Tags: tags, PersonID: who.ID, At: d.Now()}
		if err := store.Add(ctx, tx, &job); err != nil {
			return 0, err
		}
		return len(tags), d.Printer.Print(ctx, tags)
	})
}
