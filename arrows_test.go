package indicum

import (
	"os/exec"
	"strings"
	"testing"
)

// Arrows point one way: cmd → web → desk → core and store and mail; store and mail → core. The
// libraries that parse PDF belong to core/pdf alone; core knows no HTTP, no HTML, no SQL.
func TestDependenciesPointOneWay(t *testing.T) {
	allowed := map[string][]string{
		"core": {"core"}, "store": {"core", "store"}, "mail": {"core", "mail"}, "desk": {"core", "store", "mail", "desk"},
		"web": {"core", "store", "mail", "desk", "web"}, "demo": {"core", "store", "mail", "desk", "demo"},
		"cmd": {"core", "store", "mail", "desk", "web", "demo", "cmd"},
	}
	out, err := exec.Command("go", "list", "-f", `{{.ImportPath}}: {{join .Imports " "}}`, "./...").Output()
	if err != nil {
		t.Fatal(err)
	}
	seen := 0
	for _, line := range strings.Split(strings.TrimSpace(string(out)), "\n") {
		pkg, imports, _ := strings.Cut(line, ": ")
		top := strings.SplitN(strings.TrimPrefix(pkg, "indicum/"), "/", 2)[0]
		may, known := allowed[top]
		if !known {
			continue
		}
		seen++
		for _, i := range strings.Fields(imports) {
			if rest, ours := strings.CutPrefix(i, "indicum/"); ours {
				ok := false
				for _, a := range may {
					ok = ok || strings.SplitN(rest, "/", 2)[0] == a
				}
				if !ok {
					t.Errorf("%s imports %s", pkg, i)
				}
			}
			if pkg != "indicum/core/pdf" && (strings.Contains(i, "pdfcpu") || strings.Contains(i, "pdfium")) {
				t.Errorf("%s parses PDF outside the sandbox: %s", pkg, i)
			}
			for _, far := range []string{"net/http", "html/template", "database/sql", "gorm.io"} {
				if top == "core" && strings.HasPrefix(i, far) {
					t.Errorf("%s imports %s", pkg, i)
				}
			}
		}
	}
	if seen < 12 {
		t.Errorf("only %d packages were looked at", seen)
	}
}
