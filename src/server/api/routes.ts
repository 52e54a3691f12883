/** All routes of the API, object by object. */
import { accessRoutes } from './routes/access'
import { bookingRoutes } from './routes/booking'
import { clientsRoutes } from './routes/clients'
import { connectionsRoutes } from './routes/connections'
import { itemsRoutes } from './routes/items'
import { kindsRoutes } from './routes/kinds'
import { ringRoutes } from './routes/ring'
import { sitesRoutes } from './routes/sites'
import { sourcesRoutes } from './routes/sources'
import { visitorsRoutes } from './routes/visitors'
import { widgetsRoutes } from './routes/widgets'
import type { Route } from './route'

export const routes: readonly Route[] = [
  ...accessRoutes,
  ...kindsRoutes,
  ...clientsRoutes,
  ...sitesRoutes,
  ...sourcesRoutes,
  ...connectionsRoutes,
  ...itemsRoutes,
  ...widgetsRoutes,
  ...visitorsRoutes,
  ...bookingRoutes,
  ...ringRoutes,
]
