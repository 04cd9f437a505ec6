import { useOnBench } from '../../bench/context';
import { lookAtBack } from './bring-back';
import { BringBack } from './BringBack';
import { CompareVersions } from './CompareVersions';
import { usePackage } from './package-store';
import { PartsSheet } from './PartsSheet';

/** What lies over the light table at the hand-off; files dropped there come back. */
export function HandOffFront() {
  const { view } = useOnBench();
  const { compared, back } = usePackage();
  return (
    <div
      className="contents"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void lookAtBack(view.id, [...event.dataTransfer.files]);
      }}
    >
      {back?.viewId === view.id ? (
        <BringBack back={back} />
      ) : compared ? (
        <CompareVersions {...compared} />
      ) : (
        <PartsSheet />
      )}
    </div>
  );
}
