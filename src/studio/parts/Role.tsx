'use client'
/** What whoever is signed in may do. Viewers see no control that they could not use. */
import { createContext, useContext, type ReactNode } from 'react'

/** `client` is one of a client’s own people, who see its inbox and nothing else. */
export type Role = 'client' | 'viewer' | 'designer' | 'owner'
const RoleContext = createContext<Role | undefined>(undefined)

export const RoleProvider = ({ role, children }: { role: Role; children: ReactNode }) => (
  <RoleContext.Provider value={role}>{children}</RoleContext.Provider>
)

/** @throws Error outside of a `RoleProvider` */
export function useRole(): Role {
  const role = useContext(RoleContext)
  if (!role) throw new Error('useRole needs a RoleProvider around it: see app/viewOf.tsx')
  return role
}

/** Also where nobody is signed in. */
export const useIsClient = (): boolean => useContext(RoleContext) === 'client'

export const useMayEdit = (): boolean => useRole() !== 'viewer'

/** What only those see who may change something. */
export const ForEditors = ({ children }: { children: ReactNode }) => (useMayEdit() ? children : null)
