/** Entries in the order of their reader: moved by mouse, by finger, or by keyboard. */
import type { ListView } from '@catalex/contract/lists'
import type { ResultRow } from '@catalex/contract/search'
import { entryKey } from '@catalex/core/satchel'
import { closestCenter, DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core'
import { arrayMove, SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import HandleIcon from '@mui/icons-material/DragIndicatorOutlined'
import IconButton from '@mui/material/IconButton'
import { useTranslation } from 'react-i18next'
import { EntryLine } from '../satchel/EntryLine.tsx'
import { Noted } from './Noted.tsx'
import { PromptKeyboardSensor } from './promptKeyboardSensor.ts'
import styles from './lists.module.css'
import satchel from '../satchel/satchel.module.css'

type Entry = ListView['entries'][number]

interface Props {
  entries: readonly Entry[]
  rows: ReadonlyMap<string, ResultRow>
  waiting: boolean
  ticked: readonly Entry[]
  onTick(entry: Entry, on: boolean): void
  /** Null where only some of them are shown. */
  onOrder: ((entries: Entry[]) => void) | null
  onSay(entry: Entry, said: { note: string; labels: string[] }): void
  onRemove(entry: Entry): void
}

export function Sorted({ entries, rows, waiting, ticked, onTick, onOrder, onSay, onRemove }: Props) {
  const { t } = useTranslation()
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }), useSensor(PromptKeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates })) // prettier-ignore
  const ids = entries.map(entryKey)
  const titleOf = (id: string | number) => {
    const entry = entries[ids.indexOf(String(id))]
    return entry ? (rows.get(entry.controlNumber)?.title ?? entry.controlNumber) : ''
  }
  const placeOf = (id: string | number) => ids.indexOf(String(id)) + 1
  const moved = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) onOrder?.(arrayMove([...entries], ids.indexOf(String(active.id)), ids.indexOf(String(over.id))))
  }
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={moved}
      accessibility={{
        screenReaderInstructions: { draggable: t('lists.drag.how') },
        announcements: {
          onDragStart: ({ active }) => t('lists.drag.taken', { title: titleOf(active.id), place: placeOf(active.id), count: ids.length }),
          // At first it is over itself: that it was picked up is what counts then.
          onDragOver: ({ active, over }) =>
            over && over.id !== active.id
              ? t('lists.drag.over', { title: titleOf(active.id), place: placeOf(over.id), count: ids.length })
              : undefined,
          onDragEnd: ({ active, over }) =>
            t('lists.drag.put', { title: titleOf(active.id), place: placeOf((over ?? active).id), count: ids.length }),
          onDragCancel: ({ active }) => t('lists.drag.cancelled', { title: titleOf(active.id) }),
        },
      }}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy} disabled={onOrder === null}>
        <ol className={satchel.entries}>
          {entries.map((entry) => (
            <Item
              key={entryKey(entry)}
              entry={entry}
              title={titleOf(entryKey(entry))}
              row={rows.get(entry.controlNumber) ?? (waiting ? undefined : null)}
              ticked={ticked.includes(entry)}
              movable={onOrder !== null}
              onTick={(on) => {
                onTick(entry, on)
              }}
              onSay={(said) => {
                onSay(entry, said)
              }}
              onRemove={() => {
                onRemove(entry)
              }}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  )
}

interface ItemProps {
  entry: Entry
  title: string
  row: ResultRow | null | undefined
  ticked: boolean
  movable: boolean
  onTick(on: boolean): void
  onSay(said: { note: string; labels: string[] }): void
  onRemove(): void
}

function Item({ entry, title, row, ticked, movable, onTick, onSay, onRemove }: ItemProps) {
  const { t } = useTranslation()
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id: entryKey(entry) })
  return (
    <li
      ref={setNodeRef}
      className={styles.entry}
      data-ticked={ticked}
      data-dragging={isDragging}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      {movable && (
        <IconButton
          ref={setActivatorNodeRef}
          size="small"
          className={styles.handle}
          data-screen
          {...attributes}
          {...listeners}
          aria-label={t('lists.drag.handle', { title })}
        >
          <HandleIcon fontSize="small" />
        </IconButton>
      )}
      <div className={satchel.entry} data-ticked={ticked}>
        <EntryLine which={entry} row={row} ticked={ticked} onTick={onTick} onRemove={onRemove}>
          <Noted entry={entry} title={title} onSay={onSay} />
        </EntryLine>
      </div>
    </li>
  )
}
