import { NavLink } from 'react-router'

/** The pages of one place, side by side. */
export function Tabs({ label, pages }: { label: string; pages: [to: string, name: string][] }) {
  return (
    <nav className="tabs" aria-label={label}>
      {pages.map(([to, name]) => (
        <NavLink key={to} to={to} end>
          {name}
        </NavLink>
      ))}
    </nav>
  )
}
