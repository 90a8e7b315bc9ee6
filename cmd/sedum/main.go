// Command sedum is the workbench: it serves it, runs the demo, and computes from the shell.
package main

import (
	"fmt"
	"io"
	"os"

	"sedum/core/rules"
)

const usage = `sedum: the workbench of a garden-centre or nursery advisor

  sedum demo [--fresh] [--listen ADDRESS]      the made-up nursery, with its own database
  sedum cluster [--fresh]                      the same on three database servers and two programs
  sedum serve --dsn DSN [--listen ADDRESS] [--public URL [--public-listen ADDRESS]] [--tls-cert FILE --tls-key FILE] [--data FOLDER]
  sedum person list|add|password|deactivate    who may sign in
  sedum kinds import|starter                   what the house knows of kinds of trees
  sedum migrate --dsn DSN                      bring a database up to date
  sedum calc NAME < in.json                    one calculator; --list names them, NAME --schema describes one
  sedum openapi                                print the API's document
  sedum declared                               print what the page must know of the operations
  sedum with-database -- COMMAND ...           run a command with a throwaway database (for tests)
  sedum backup [--dsn DSN] FILE                everything into one file, photographs too; without a DSN of the running demo
  sedum restore [--dsn DSN] [--over] FILE      a backup in place of what is there
  sedum stop                                   end a running demo or cluster
  sedum version
`

func main() { os.Exit(run(os.Args[1:], os.Stdin, os.Stdout, os.Stderr)) }

// run does one command and gives the exit status: 0 done, 1 failed, 2 asked wrongly.
func run(args []string, in io.Reader, out, errs io.Writer) int {
	if len(args) == 0 {
		_, _ = fmt.Fprint(errs, usage)
		return 2
	}
	commands := map[string]func([]string, io.Reader, io.Writer, io.Writer) int{
		"demo": runDemo, "serve": runServe, "migrate": runMigrate, "calc": runCalc, "openapi": runOpenAPI, "declared": runDeclared,
		"with-database": runWithDatabase, "stop": runStop, "person": runPerson, "kinds": runKinds, "backup": runBackup, "archive": runArchive, "cluster": runCluster, "restore": runRestore,
	}
	switch args[0] {
	case "help", "--help", "-h":
		_, _ = fmt.Fprint(out, usage)
		return 0
	case "version", "--version":
		_, _ = fmt.Fprintln(out, "sedum", rules.CoreVersion)
		return 0
	}
	do, ok := commands[args[0]]
	if !ok {
		_, _ = fmt.Fprintf(errs, "sedum: there is no command %q\n\n%s", args[0], usage)
		return 2
	}
	if len(args) == 2 && (args[1] == "--help" || args[1] == "-h") {
		_ = do([]string{args[1]}, in, out, out)
		return 0
	}
	return do(args[1:], in, out, errs)
}

func failed(errs io.Writer, err error) int {
	_, _ = fmt.Fprintln(errs, "sedum:", err)
	return 1
}
