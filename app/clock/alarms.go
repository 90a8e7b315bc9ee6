package clock

import (
	"errors"
	"fmt"
	"strings"
	"time"

	"sedum/core/stock"
	"sedum/kernel"
)

// Alarm is an alarm that rang.
type Alarm struct {
	ID     string
	UnitID string
	Kind   stock.AlarmKind
	Run    string
	At     time.Time
}

// TableName says whose alarms they are.
func (Alarm) TableName() string { return "clock_alarms" }

// alarms tells whoever is on duty, once, of every unit that passed 30 % or 60 % of its budget or has 12 hours left.
func (c Clocks) alarms() kernel.Job {
	return kernel.Job{ID: "clock-alarms", Every: time.Minute,
		Due: func(tx *kernel.Tx) ([]string, error) {
			units, err := c.all(tx, tx.Now)
			if err != nil {
				return nil, err
			}
			ids := []string{""}
			for _, u := range units {
				ids = append(ids, u.id())
			}
			rung, err := kernel.Many[Alarm](tx, "at", "unit_id IN ?", ids)
			if err != nil {
				return nil, err
			}
			before := map[string]bool{}
			for _, a := range rung {
				before[a.UnitID+" "+string(a.Kind)+" "+a.Run] = true
			}
			due := []string{}
			for _, u := range units {
				for _, kind := range stock.AlarmsDue(tx.Who.House, u.clock.Result) {
					if one := u.id() + " " + string(kind) + " " + u.runOf(kind); !before[one] {
						due = append(due, one)
					}
				}
			}
			return due, nil
		},
		Each: c.ring}
}

// runOf is the stage that an alarm belongs to: the end moves with every change of cover, the rest rings once in a life.
func (u unit) runOf(kind stock.AlarmKind) string {
	if kind == stock.AlarmEnds {
		return u.stages[len(u.stages)-1].ID
	}
	return ""
}

func (c Clocks) ring(tx *kernel.Tx, due string) error {
	parts := strings.Split(due, " ")
	alarm := Alarm{ID: kernel.NewID(), UnitID: parts[0], Kind: stock.AlarmKind(parts[1]), Run: parts[2], At: tx.Now}
	if err := kernel.Add(tx, &alarm); errors.Is(err, kernel.ErrTwice) {
		return nil // it rang before
	} else if err != nil {
		return err
	}
	units, err := c.all(tx, tx.Now)
	for _, u := range units {
		if u.id() == alarm.UnitID {
			hours := ""
			if left := u.clock.Result.HoursLeft; left != nil {
				hours = fmt.Sprintf("%.0f", *left)
			}
			return c.Tell.TellDuty(tx, "clock-"+string(alarm.Kind), map[string]string{"kind": u.lot.Called(), "lot": fmt.Sprint(u.lot.Number), "tag": u.tag, "hours": hours})
		}
	}
	return err
}
