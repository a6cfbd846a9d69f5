'use client';
/** Groups: named sets of correspondents, used as one recipient. */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import type { CorrespondentJson, GroupJson } from '#api/types';
import { KeptField } from '../common/KeptField';
import { ask } from '../data/client';
import { refresh, useGroups } from '../data/queries';
import { useNotices } from '../shell/Notices';
import { SelectMany } from '../common/SelectMany';
import styles from './CorrespondentsView.module.css';
import { SidePanel } from './SidePanel';

interface Props {
  people: readonly CorrespondentJson[];
  onClose: () => void;
}

export function GroupsPanel({ people, onClose }: Props) {
  const client = useQueryClient();
  const { showProblem } = useNotices();
  const groups = useGroups().data ?? [];
  const [open, setOpen] = useState<string | null>(null);
  const changed = () => refresh(client, ['correspondent', 'departure', 'message']);

  async function save({ id, name, members }: GroupJson) {
    await ask('PUT', `/groups/${id}`, { name, members });
    changed();
  }
  async function add(name: string) {
    if (!name.trim()) return;
    const { id } = await ask<GroupJson>('POST', '/groups', { name, members: [] });
    changed();
    setOpen(id);
  }
  async function remove(id: string) {
    await ask('DELETE', `/groups/${id}`).catch(showProblem);
    changed();
  }
  const options = people.map(({ id, name, addresses }) => ({ value: id, label: name || addresses[0]! }));
  return (
    <SidePanel heading="Groups" onClose={onClose}>
      <p className="quiet">A group is one recipient; a message goes to those who are in it when it leaves.</p>
      <ul className={styles.list}>
        {groups.map((group) => (
          <li key={group.id}>
            <span>
              <strong>{group.name}</strong> <span className="quiet">{group.members.length} members</span>
            </span>
            <Button
              size="small"
              type="text"
              aria-expanded={open === group.id}
              onClick={() => setOpen(open === group.id ? null : group.id)}
              aria-label={`Change ${group.name}`}
            >
              Change
            </Button>
          </li>
        ))}
      </ul>
      {groups
        .filter(({ id }) => id === open)
        .map((group) => (
          <div key={group.id} className={styles.field}>
            <KeptField label="Name" value={group.name} keep={(name) => save({ ...group, name })} />
            <label htmlFor="group-members">Members</label>
            <SelectMany
              id="group-members"
              aria-label={`Members of ${group.name}`}
              value={group.members}
              showSearch={{ optionFilterProp: 'label' }}
              options={options}
              onChange={(members: string[]) => void save({ ...group, members }).catch(showProblem)}
            />
            <div className={styles.foot}>
              <Button size="small" onClick={() => void remove(group.id)}>
                Forget this group
              </Button>
            </div>
          </div>
        ))}
      <KeptField label="New group" value="" placeholder="Lenders" keep={add} />
    </SidePanel>
  );
}
