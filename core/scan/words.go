package scan

import (
	"bytes"
	"context"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"math"
	"os/exec"
	"strconv"
	"strings"
	"syscall"
	"time"
)

// Line is a line of type read from a bitmap; pixels from the top left.
type Line struct {
	Text       string
	X, Y, W, H float64
	Size       float64 // height from the tops of capitals to the bottoms of descenders
	Confidence float64 // 0 to 1, mean of its words
	Words      int
	Angle      int // counter-clockwise degrees by which its type is turned: 90 runs from bottom to top

	Parts []Word

	firstY, lastY float64 // middles of its first and last word
}

// Word is a word of a line; pixels from the top left.
type Word struct {
	Text           string
	X0, Y0, X1, Y1 float64
}

// ErrNoReader says that Tesseract is not installed, so that scans stay unread.
var ErrNoReader = errors.New("no program that reads scans is installed")

const (
	readTime  = 40 * time.Second // for one page
	mostHOCR  = 16 << 20         // bytes
	clearWord = 0.3              // confidence below which a word is taken for dirt
)

// Read reads the lines of type on a page given as PNG, of which dpi is the resolution. It runs
// Tesseract (from Debian's packages) as a process of its own, on one processor.
func Read(ctx context.Context, png []byte, dpi int) ([]Line, error) {
	return read(ctx, png, dpi, "3", clearWord)
}

// ReadSheet reads the lines of a sheet, and says where they stand on the level page.
func ReadSheet(ctx context.Context, s Sheet, png []byte, dpi int) ([]Line, error) {
	lines, err := read(ctx, png, dpi*readLarger, "6", 0) // there is type on every line of it
	return s.Back(lines), err
}

// read runs the reader with a way of looking for lines (its page segmentation mode).
func read(ctx context.Context, png []byte, dpi int, mode string, least float64) ([]Line, error) {
	program, err := exec.LookPath("tesseract")
	if err != nil {
		return nil, ErrNoReader
	}
	ctx, cancel := context.WithTimeout(ctx, readTime)
	defer cancel()
	cmd := exec.CommandContext(ctx, program, "stdin", "stdout", "--psm", mode, "--dpi", strconv.Itoa(dpi), "hocr")
	cmd.Env = []string{"OMP_THREAD_LIMIT=1", "LC_ALL=C.UTF-8", "PATH=/usr/bin:/bin"}
	cmd.SysProcAttr = &syscall.SysProcAttr{Setpgid: true, Pdeathsig: syscall.SIGKILL}
	cmd.Stdin = bytes.NewReader(png)
	var errs bytes.Buffer
	cmd.Stderr = &errs
	out, err := cmd.Output()
	if err != nil {
		return nil, fmt.Errorf("read a scan: %w %.200s", err, errs.String())
	}
	return parseHOCR(bytes.NewReader(out[:min(len(out), mostHOCR)]), least)
}

// parseHOCR reads the lines of an hOCR file (hOCR 1.2: ocr_line, ocrx_word; bbox, x_size, x_wconf).
func parseHOCR(r io.Reader, least float64) ([]Line, error) {
	d := xml.NewDecoder(r)
	d.Strict = false
	d.Entity = xml.HTMLEntity
	var out []Line
	var word strings.Builder
	inWord, depth := false, 0
	conf := 0.0
	var box []float64
	for {
		tok, err := d.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return out, fmt.Errorf("read a scan: %w", err)
		}
		switch t := tok.(type) {
		case xml.StartElement:
			class, title := attribute(t, "class"), attribute(t, "title")
			switch {
			case class == "ocrx_word":
				inWord, depth = true, 1
				word.Reset()
				conf, box = number(title, "x_wconf")/100, numbers(title, "bbox")
			case strings.HasPrefix(class, "ocr_") && strings.Contains(title, "x_size"):
				out = append(out, lineOf(title))
			case inWord:
				depth++
			}
		case xml.CharData:
			if inWord {
				word.Write(t)
			}
		case xml.EndElement:
			if inWord {
				if depth--; depth == 0 {
					inWord = false
					if text := strings.TrimSpace(word.String()); text != "" && conf >= least && len(out) > 0 && len(box) == 4 {
						out = addWord(out, text, conf, box)
					}
				}
			}
		}
	}
	kept := out[:0]
	for _, l := range out {
		if l.Words > 0 {
			l.Confidence /= float64(l.Words)
			// Tesseract also reads type that stands upright on its side, and does not always say so.
			if l.Words > 1 && l.Angle == 0 && math.Abs(l.lastY-l.firstY) > 1.5*l.Size {
				l.Angle = 270
				if l.lastY < l.firstY {
					l.Angle = 90
				}
			}
			kept = append(kept, l)
		}
	}
	return kept, nil
}

// addWord adds a word to the last line or, where there is a wide gap before it, begins another: what
// stands left and right at the foot of a page are two things.
func addWord(out []Line, word string, conf float64, box []float64) []Line {
	l := &out[len(out)-1]
	if l.Words > 0 && box[0]-(l.X+l.W) > 1.6*l.Size {
		out = append(out, Line{Y: l.Y, H: l.H, Size: l.Size, Angle: l.Angle})
		l = &out[len(out)-1]
	}
	if l.Words == 0 {
		l.X = box[0]
	} else {
		l.Text += " "
	}
	l.W = box[2] - l.X
	if l.lastY = (box[1] + box[3]) / 2; l.Words == 0 {
		l.firstY = l.lastY
	}
	l.Text += word
	l.Confidence += conf
	l.Words++
	l.Parts = append(l.Parts, Word{word, box[0], box[1], box[2], box[3]})
	return out
}

func lineOf(title string) Line {
	b := numbers(title, "bbox")
	if len(b) < 4 {
		return Line{}
	}
	return Line{Y: b[1], H: b[3] - b[1], Size: number(title, "x_size"), Angle: int(number(title, "textangle"))}
}

func attribute(t xml.StartElement, name string) string {
	for _, a := range t.Attr {
		if a.Name.Local == name {
			return a.Value
		}
	}
	return ""
}

// numbers returns the values of a property in an hOCR title.
func numbers(title, property string) []float64 {
	for _, part := range strings.Split(title, ";") {
		f := strings.Fields(part)
		if len(f) == 0 || f[0] != property {
			continue
		}
		var out []float64
		for _, v := range f[1:] {
			n, err := strconv.ParseFloat(v, 64)
			if err != nil {
				return nil
			}
			out = append(out, n)
		}
		return out
	}
	return nil
}

func number(title, property string) float64 {
	if n := numbers(title, property); len(n) > 0 {
		return n[0]
	}
	return 0
}
