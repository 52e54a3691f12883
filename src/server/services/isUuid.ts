/** Settings may hold anything; PostgreSQL refuses to compare what is no UUID with one. */
export const isUuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/
