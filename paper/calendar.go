package paper

import (
	"fmt"

	ics "github.com/arran4/golang-ical"

	"sedum/words"
)

// CareCalendar is the care of a tree as an iCalendar file (RFC 5545): one all-day entry a date, with an
// alarm on its morning. The entries keep their identity, so that a calendar takes a newer file over the older.
func CareCalendar(s words.Speaker, sheet Sheet) string {
	calendar := ics.NewCalendarFor("Sedum")
	calendar.SetMethod(ics.MethodPublish)
	calendar.SetName(s.Say("calendar.name", map[string]any{"common": sheet.Common, "tag": sheet.Tag}))
	about := s.Say("calendar.description", map[string]any{"number": fmt.Sprint(sheet.Number), "tag": sheet.Tag, "spot": sheet.SpotName})
	for i, c := range sheet.Words.Care {
		e := calendar.AddEvent(fmt.Sprintf("sheet-%d-%s-%d@sedum.invalid", sheet.Number, c.Code, i))
		e.SetDtStampTime(sheet.IssuedAt)
		e.SetSummary(sheet.Common + ": " + c.Text)
		e.SetDescription(about)
		e.SetLocation(sheet.Address)
		e.SetAllDayStartAt(c.From)
		end := c.From
		if !c.To.IsZero() {
			end = c.To
		}
		e.SetAllDayEndAt(end.AddDate(0, 0, 1)) // the end of an all-day entry is the day after
		alarm := e.AddAlarm()
		alarm.SetAction(ics.ActionDisplay)
		alarm.SetTrigger("PT9H")
		alarm.SetProperty(ics.ComponentPropertyDescription, c.Text)
	}
	return calendar.Serialize(ics.WithNewLineWindows)
}
