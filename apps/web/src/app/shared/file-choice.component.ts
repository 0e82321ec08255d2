import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';

/** Words that open the choice of a file, as a link does. Nothing is sent: who asks is told of the file. */
@Component({
  selector: 'relay-file-choice',
  imports: [NzUploadModule],
  template: `
    <nz-upload
      [nzAccept]="accept()"
      [nzShowUploadList]="false"
      [nzDisabled]="disabled()"
      [nzBeforeUpload]="take"
      ><span class="words" [class.off]="disabled()">{{ words() }}</span></nz-upload
    >
  `,
  styleUrl: './file-choice.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileChoiceComponent {
  readonly words = input.required<string>();
  /** Endings and types that are shown, with commas between. */
  readonly accept = input.required<string>();
  readonly disabled = input(false);
  readonly chosen = output<File>();

  /** Keeps the component from sending the file anywhere. */
  protected readonly take = (file: NzUploadFile): boolean => {
    this.chosen.emit(file as unknown as File);
    return false;
  };
}
