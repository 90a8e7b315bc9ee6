package demo

import (
	"sedum/app"
	"sedum/standin"
)

// Outside is the simulated outside things.
func Outside() app.Outside {
	return app.Outside{Station: standin.Station{}, Printer: standin.LabelPrinter{}, Scale: standin.Scale{}, Gateway: standin.Gateway{}, Mailer: &standin.Mail{}}
}
