interface Props<T extends string> {
  label: string
  /** Each with what it says in a word or a figure. */
  tabs: [id: T, name: string, says: string][]
  tab: T
  onTab: (tab: T) => void
}

/** The parts of a page that a phone shows one at a time. */
export function ZoneTabs<T extends string>({ label, tabs, tab, onTab }: Props<T>) {
  return (
    <div className="zone-tabs" role="group" aria-label={label}>
      {tabs.map(([id, name, says]) => (
        <button
          key={id}
          type="button"
          aria-describedby={`tab-${id}-says`}
          aria-pressed={tab === id}
          onClick={() => onTab(id)}
        >
          <b>{name}</b>
          <span id={`tab-${id}-says`} aria-hidden="true">
            {says}
          </span>
        </button>
      ))}
    </div>
  )
}
