'use client';

import { Modal, SimpleGrid } from '@mantine/core';
import css from './desk.module.css';
import { KEY_LIST } from './keyList';

/** The sheet of all keys. */
export function KeySheet({ onClose }: { onClose: () => void }) {
  return (
    <Modal opened onClose={onClose} title="Keys" size="xl">
      <SimpleGrid cols={3} spacing="lg">
        {KEY_LIST.map((group) => (
          <section key={group.title}>
            <h3 className={`heading ${css.keys}`}>{group.title}</h3>
            {group.keys.map(([key, meaning]) => (
              <div key={key} className={css.keyLine}>
                <span>{meaning}</span>
                <span className="key">{key}</span>
              </div>
            ))}
          </section>
        ))}
      </SimpleGrid>
    </Modal>
  );
}
