import {
	elementScroll,
	observeElementOffset,
	observeElementRect,
	Virtualizer,
	type VirtualItem
} from '@tanstack/virtual-core';

/** The rows of a long list that are on the screen, kept up to date as it is scrolled. */
export class VirtualRows {
	items = $state.raw<VirtualItem[]>([]);
	height = $state(0);
	private virtualizer: Virtualizer<HTMLElement, HTMLElement>;

	constructor(
		private readonly element: () => HTMLElement | null,
		private readonly rowHeight: number
	) {
		this.virtualizer = new Virtualizer<HTMLElement, HTMLElement>(this.options(0));
	}

	private options(count: number) {
		return {
			count,
			getScrollElement: this.element,
			estimateSize: () => this.rowHeight,
			overscan: 12,
			observeElementRect,
			observeElementOffset,
			scrollToFn: elementScroll,
			onChange: () => this.read()
		};
	}

	private read(): void {
		this.items = this.virtualizer.getVirtualItems();
		this.height = this.virtualizer.getTotalSize();
	}

	/** Starts watching the element; answers with the way to end that. */
	attach(): () => void {
		const end = this.virtualizer._didMount();
		this.virtualizer._willUpdate();
		this.read();
		return end;
	}

	setCount(count: number): void {
		this.virtualizer.setOptions(this.options(count));
		this.virtualizer._willUpdate();
		this.read();
	}

	scrollTo(index: number, align: 'start' | 'auto' = 'auto'): void {
		this.virtualizer.scrollToIndex(index, { align });
	}
}
