/**
 * All that most islands draw with, in one file for them all: in files of their own these would weigh more and take more
 * requests. An island that imports a module named here takes it from this file, so it may import only what stands here.
 */
export { createElement, Fragment, h, hydrate, render } from 'preact'
export { useEffect, useRef, useState } from 'preact/hooks'
export { jsx, jsxs } from 'preact/jsx-runtime'
export { Aside } from '../kinds/aside'
export { Heading } from '../kinds/headed'
export { inNumbers } from '../kinds/nOfM'
export { showSoon } from '../kinds/showSoon'
export { Trap } from '../kinds/trap'
