/** Hands the browser a file to save; the address of it outlives the click, as some browsers read it later. */
export function saveFile(name: string, type: string, text: string) {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type }))
  link.download = name
  link.click()
  window.setTimeout(() => URL.revokeObjectURL(link.href), 1000)
}
