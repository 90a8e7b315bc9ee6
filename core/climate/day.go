package climate

import "time"

// DayOf is the day of a 365-day year; 29 February counts as the 28th.
func DayOf(date time.Time) int {
	day := date.Day()
	if date.Month() == time.February && day == 29 {
		day = 28
	}
	return time.Date(2023, date.Month(), day, 0, 0, 0, 0, time.UTC).YearDay()
}
