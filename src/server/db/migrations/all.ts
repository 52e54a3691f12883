/** A plain list: it works alike under tsx, Jest and Next, without looking into folders. */
import * as first from './0001-first'
import * as sorting from './0002-sorting'
import * as products from './0003-products'
import * as subscriptions from './0004-subscriptions'
import * as turns from './0005-turns'
import * as invitations from './0006-invitations'
import * as renewing from './0007-renewing'
import * as views from './0008-views'
import * as places from './0009-places'
import * as uses from './0010-uses'
import * as addresses from './0011-addresses'
import * as visitors from './0012-visitors'
import * as forms from './0013-forms'
import * as conversations from './0014-conversations'
import * as files from './0015-files'
import * as talks from './0016-talks'
import * as keeping from './0017-keeping'
import * as webhooks from './0018-webhooks'
import * as searching from './0019-searching'
import * as clientPeople from './0020-client-people'
import * as carrying from './0021-carrying'
import * as releaseOfSubmission from './0022-release-of-submission'
import * as booking from './0023-booking'
import * as outsideCalendars from './0024-outside-calendars'
import * as calendarsWrittenTo from './0025-calendars-written-to'
import * as foundByChoice from './0026-found-by-choice'
import * as ringBack from './0027-ring-back'
import * as postedEntries from './0028-posted-entries'
import * as partners from './0029-partners'
import * as searchingOneWidget from './0030-searching-one-widget'
import * as nothingLost from './0031-nothing-lost'
import * as frameHeight from './0032-frame-height'
import * as ownIndex from './0033-own-index'

export const migrations = [
  first,
  sorting,
  products,
  subscriptions,
  turns,
  invitations,
  renewing,
  views,
  places,
  uses,
  addresses,
  visitors,
  forms,
  conversations,
  files,
  talks,
  keeping,
  webhooks,
  searching,
  clientPeople,
  carrying,
  releaseOfSubmission,
  booking,
  outsideCalendars,
  calendarsWrittenTo,
  foundByChoice,
  ringBack,
  postedEntries,
  partners,
  searchingOneWidget,
  nothingLost,
  frameHeight,
  ownIndex,
]
