/** @jsxImportSource preact */
/**
 * A picture of what the visitor sees, before it is sent: boxes to mark what matters and to black out what is private. Loaded
 * when a visitor asks for it.
 */
import { render } from 'preact'
import { useEffect, useRef, useState } from 'preact/hooks'
import { boxBetween, burnIn, leastShare, moved, sized, type Box } from './boxes'
import type { MarkingWord } from './markingWords'
import { markingStyles } from './markingStyles'

type Said = Readonly<Record<MarkingWord, string>>

/** px; larger screens are made smaller, which still reads well. */
const mostWidth = 2560
/** Until a browser's own bar for choosing is gone from what it captures. */
const settleMs = 300

/**
 * The picture that a capture shows now. Ends the capture.
 * @param over - what lies over the page, out of sight meanwhile
 */
export async function pictureOf(stream: MediaStream, over: HTMLElement | null): Promise<ImageBitmap> {
  const video = document.createElement('video')
  try {
    if (over) over.style.visibility = 'hidden'
    video.muted = true
    video.srcObject = stream
    await video.play()
    await new Promise((done) => setTimeout(done, settleMs))
    const by = Math.min(1, mostWidth / video.videoWidth)
    return await createImageBitmap(video, {
      resizeWidth: Math.round(video.videoWidth * by),
      resizeHeight: Math.round(video.videoHeight * by),
      resizeQuality: 'high',
    })
  } finally {
    if (over) over.style.visibility = ''
    for (const track of stream.getTracks()) track.stop()
  }
}

/**
 * Lets the visitor mark a picture.
 * @param mostBytes - beyond that it is packed tighter
 * @returns undefined when it is left out
 */
export async function marked(
  picture: ImageBitmap,
  box: HTMLElement,
  said: Said,
  mostBytes: number,
): Promise<File | undefined> {
  const root = box.getRootNode() as ShadowRoot
  const place = box.parentElement!.appendChild(document.createElement('div'))
  const sheet = new CSSStyleSheet()
  sheet.replaceSync(markingStyles)
  root.adoptedStyleSheets = [...root.adoptedStyleSheets, sheet]
  const accent = getComputedStyle(place).getPropertyValue('--accent')
  const boxes = await new Promise<readonly Box[] | undefined>((done) =>
    render(<Marking picture={picture} said={said} onDone={done} />, place),
  )
  render(null, place)
  place.remove()
  root.adoptedStyleSheets = root.adoptedStyleSheets.filter((one) => one !== sheet)
  return boxes && fileOf(picture, boxes, accent, `${said.madeOfScreen}.`, mostBytes)
}

async function fileOf(
  picture: ImageBitmap,
  boxes: readonly Box[],
  accent: string,
  name: string,
  mostBytes: number,
): Promise<File> {
  const canvas = Object.assign(document.createElement('canvas'), {
    width: picture.width,
    height: picture.height,
  })
  const drawing = canvas.getContext('2d')!
  drawing.drawImage(picture, 0, 0)
  burnIn(drawing, boxes, accent)
  const packed = (type: string) =>
    new Promise<Blob | null>((done) => canvas.toBlob(done, `image/${type}`, 0.85))
  const sharp = await packed('png')
  const blob = sharp && sharp.size <= mostBytes ? sharp : await packed('jpeg')
  const type = blob!.type.slice('image/'.length)
  return new File([blob!], name + type, { type: blob!.type })
}

const steps: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
/** It leaves the picture out, and does not close what the form stands in. */
const keepEscape = (event: KeyboardEvent) => {
  if (event.key === 'Escape') event.stopPropagation()
}
const percent = (share: number) => `${share * 100}%`

interface MarkingProps {
  readonly picture: ImageBitmap
  readonly said: Said
  /** With undefined: it is left out. */
  readonly onDone: (boxes?: readonly Box[]) => void
}
interface Grip {
  readonly at: number
  readonly from: readonly [number, number]
  readonly before: Box
  readonly how: 'draw' | 'move' | 'size'
}

function Marking({ picture, said, onDone }: MarkingProps) {
  const [as, setAs] = useState<Box['as']>('mark')
  const [boxes, setBoxes] = useState<readonly Box[]>([])
  const dialogRef = useRef<HTMLDialogElement>(null)
  const stageRef = useRef<HTMLDivElement>(null)
  const gripRef = useRef<Grip>(undefined)

  useEffect(() => {
    const canvas = stageRef.current!.querySelector('canvas')!
    canvas.getContext('2d')!.drawImage(picture, 0, 0)
    dialogRef.current!.showModal()
  }, [])

  const put = (at: number, box: Box) =>
    setBoxes((before) => (at < before.length ? before.with(at, box) : [...before, box]))
  const leaveOut = (at: number) => setBoxes((before) => before.toSpliced(at, 1))
  const shareAt = ({ clientX, clientY }: PointerEvent): [number, number] => {
    const { left, top, width, height } = stageRef.current!.getBoundingClientRect()
    return [(clientX - left) / width, (clientY - top) / height]
  }
  const onPointerDown = (event: PointerEvent) => {
    if (event.button !== 0) return
    const from = shareAt(event)
    const { dataset } = event.target as HTMLElement
    const at = dataset.box === undefined ? boxes.length : Number(dataset.box)
    const how = dataset.box === undefined ? 'draw' : 'far' in dataset ? 'size' : 'move'
    gripRef.current = { at, from, how, before: boxes[at] ?? boxBetween(as, from, from) }
    stageRef.current!.setPointerCapture(event.pointerId)
  }
  const onPointerMove = (event: PointerEvent) => {
    if (!gripRef.current) return
    const { at, from, before, how } = gripRef.current
    const to = shareAt(event)
    const by = [to[0] - from[0], to[1] - from[1]] as const
    if (how === 'draw') return put(at, boxBetween(before.as, from, to))
    put(at, how === 'move' ? moved(before, ...by) : sized(before, ...by))
  }
  const onPointerUp = () => {
    const at = gripRef.current?.at ?? -1
    gripRef.current = undefined
    setBoxes((before) =>
      before.filter((box, place) => place !== at || Math.min(box.width, box.height) >= leastShare),
    )
  }
  const onKeyDown = (at: number) => (event: KeyboardEvent) => {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      leaveOut(at)
      dialogRef.current!.querySelector<HTMLElement>('[part=marking-add]')!.focus()
      return
    }
    const step = steps[event.key]
    if (!step) return
    event.preventDefault()
    const by = [step[0] / 100, step[1] / 100] as const
    put(at, event.shiftKey ? sized(boxes[at]!, ...by) : moved(boxes[at]!, ...by))
  }
  const addBox = () => {
    put(boxes.length, { as, x: 0.35, y: 0.4, width: 0.3, height: 0.2 })
    requestAnimationFrame(() => stageRef.current!.querySelector<HTMLElement>(':scope>:last-child')?.focus())
  }
  const tools = { mark: said.markIt, black: said.blackOut }
  return (
    <dialog
      ref={dialogRef}
      part="marking"
      aria-labelledby="marking-title"
      aria-describedby="marking-how"
      onCancel={() => onDone()}
      onKeyDown={keepEscape}
    >
      <p part="marking-title" id="marking-title">
        {said.marking}
      </p>
      <div part="marking-tools">
        {(['mark', 'black'] as const).map((tool) => (
          <button
            key={tool}
            type="button"
            aria-pressed={as === tool}
            data-as={tool}
            onClick={() => setAs(tool)}
          >
            <i />
            {tools[tool]}
          </button>
        ))}
        <button part="marking-add" type="button" onClick={addBox}>
          {said.addBox}
        </button>
        <button type="button" disabled={boxes.length === 0} onClick={() => leaveOut(boxes.length - 1)}>
          {said.takeBack}
        </button>
      </div>
      <div
        ref={stageRef}
        part="marking-picture"
        style={{
          width: `min(100vw - 32px - 3em, ${(picture.width / picture.height).toFixed(3)} * 56dvh)`,
          aspectRatio: `${picture.width} / ${picture.height}`,
        }}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={onPointerUp}
        onPointerCancel={onPointerUp}
      >
        <canvas width={picture.width} height={picture.height} role="img" aria-label={said.madeOfScreen} />
        {boxes.map((box, at) => (
          <div
            key={at}
            role="button"
            tabindex={0}
            aria-label={`${tools[box.as]} ${at + 1}`}
            data-box={at}
            data-as={box.as}
            style={{
              left: percent(box.x),
              top: percent(box.y),
              width: percent(box.width),
              height: percent(box.height),
            }}
            onKeyDown={onKeyDown(at)}
          >
            <i data-box={at} data-far />
          </div>
        ))}
      </div>
      <p part="marking-how" id="marking-how">
        {said.markHow}
      </p>
      <div part="marking-end">
        <button part="send" type="button" onClick={() => onDone(boxes)}>
          {said.usePicture}
        </button>
        <button part="back" type="button" onClick={() => onDone()}>
          {said.leaveIt}
        </button>
      </div>
    </dialog>
  )
}
