package follow

import "sort"

// align matches the words of two texts in order: match[i] is the index in b of the word a[i], -1 for none.
// Runs of words that occur once in each text are matched first, the longest rising sequence of them; then
// what lies between is matched exactly where that is affordable.
func align(a, b []string) []int {
	match := make([]int, len(a))
	for i := range match {
		match[i] = -1
	}
	taken := make([]bool, len(b))
	pair := func(i, j int) { match[i], taken[j] = j, true }
	for _, s := range seeds(a, b, 4) {
		pair(s[0], s[1])
	}
	grow(a, b, match, taken)
	between(a, b, match, taken)
	return match
}

// seeds finds runs of n words that occur once in each text, in the same order in both.
func seeds(a, b []string, n int) [][2]int {
	count := func(t []string) map[string][]int {
		out := map[string][]int{}
		for i := 0; i+n <= len(t); i++ {
			key := ""
			for _, w := range t[i : i+n] {
				key += w + "\x00"
			}
			out[key] = append(out[key], i)
		}
		return out
	}
	ca, cb := count(a), count(b)
	var pairs [][2]int
	for key, at := range ca {
		if to := cb[key]; len(at) == 1 && len(to) == 1 {
			pairs = append(pairs, [2]int{at[0], to[0]})
		}
	}
	sort.Slice(pairs, func(i, j int) bool { return pairs[i][0] < pairs[j][0] })
	return rising(pairs)
}

// rising returns the longest sequence of pairs in which both numbers rise.
func rising(pairs [][2]int) [][2]int {
	var ends, back []int // ends[k]: the pair with which the best sequence of k+1 pairs ends
	back = make([]int, len(pairs))
	for i, p := range pairs {
		k := sort.Search(len(ends), func(k int) bool { return pairs[ends[k]][1] >= p[1] })
		back[i] = -1
		if k > 0 {
			back[i] = ends[k-1]
		}
		if k == len(ends) {
			ends = append(ends, i)
		} else {
			ends[k] = i
		}
	}
	if len(ends) == 0 {
		return nil
	}
	out := make([][2]int, len(ends))
	for i, k := ends[len(ends)-1], len(ends)-1; i >= 0; i, k = back[i], k-1 {
		out[k] = pairs[i]
	}
	return out
}

// grow matches the words right behind and right before matched ones.
func grow(a, b []string, match []int, taken []bool) {
	for i := 0; i+1 < len(a); i++ {
		if j := match[i]; j >= 0 && match[i+1] < 0 && j+1 < len(b) && !taken[j+1] && a[i+1] == b[j+1] {
			match[i+1], taken[j+1] = j+1, true
		}
	}
	for i := len(a) - 1; i > 0; i-- {
		if j := match[i]; j > 0 && match[i-1] < 0 && !taken[j-1] && a[i-1] == b[j-1] {
			match[i-1], taken[j-1] = j-1, true
		}
	}
}

const affordable = 400_000 // comparisons for one gap

// between matches what lies between matched words by the longest common sequence.
func between(a, b []string, match []int, taken []bool) {
	i, j := 0, 0
	for i < len(a) {
		if match[i] >= 0 {
			j = match[i] + 1
			i++
			continue
		}
		end := i
		for end < len(a) && match[end] < 0 {
			end++
		}
		to := len(b)
		if end < len(a) {
			to = match[end]
		}
		if to > j && (end-i)*(to-j) <= affordable {
			for _, p := range common(a[i:end], b[j:to]) {
				match[i+p[0]], taken[j+p[1]] = j+p[1], true
			}
		}
		i = end
	}
}

// common returns a longest common subsequence as pairs of indices.
func common(a, b []string) [][2]int {
	n := len(b) + 1
	best := make([]int32, (len(a)+1)*n)
	for i := len(a) - 1; i >= 0; i-- {
		for j := len(b) - 1; j >= 0; j-- {
			if a[i] == b[j] {
				best[i*n+j] = best[(i+1)*n+j+1] + 1
			} else {
				best[i*n+j] = max(best[(i+1)*n+j], best[i*n+j+1])
			}
		}
	}
	var out [][2]int
	for i, j := 0, 0; i < len(a) && j < len(b); {
		switch {
		case a[i] == b[j]:
			out = append(out, [2]int{i, j})
			i, j = i+1, j+1
		case best[(i+1)*n+j] >= best[i*n+j+1]:
			i++
		default:
			j++
		}
	}
	return out
}
