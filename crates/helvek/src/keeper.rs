//! Keeps what sheets answer beside them, in the background, and after an upgrade finds those that answer otherwise now.

use crate::card::Card;
use crate::works::{MOST, Works};
use helvek_core::ENGINE;
use helvek_report::kept::{self, About, Difference, KeptLine};
use helvek_report::page::AskedLine;
use helvek_store::{Older, Store, StoreError, Unanswered, hash};
use serde::Deserialize;
use std::sync::Arc;
use std::time::Duration;
use tokio::sync::Notify;

/// The pause in saving after which what was saved is answered.
const PAUSE: Duration = Duration::from_secs(2);
/// Texts fetched at a time.
const PART: i64 = 20;

/// Wakes the keeper.
#[derive(Debug, Clone, Default)]
pub(crate) struct Keeper(Arc<Notify>);

impl Keeper {
    /// Something was saved.
    pub(crate) fn wake(&self) {
        self.0.notify_one();
    }

    /// Compares what older engines answered, forgets the cards that other programs made, then answers whatever is saved, for ever.
    pub(crate) async fn run(self, store: Store, works: Works, program: Arc<str>) {
        match compare(&store, &works, &program).await {
            Ok(()) => {
                if let Err(error) = store.drop_cards_but(&program).await {
                    tracing::error!(%error, "old cards could not be dropped");
                }
            }
            Err(error) => tracing::error!(%error, "what older engines answered could not be compared"),
        }
        loop {
            // While someone goes on drawing only the last of many drafts is worth it; and whoever looks at the shelf has much of it answered with the cards.
            while tokio::time::timeout(PAUSE, self.0.notified()).await.is_ok() {}
            if let Err(error) = answer(&store, &works).await {
                tracing::error!(%error, "answers could not be kept");
            }
            // What comes in from elsewhere may be answered by an older engine.
            if let Err(error) = compare(&store, &works, &program).await {
                tracing::error!(%error, "what came in could not be compared");
            }
            self.0.notified().await;
        }
    }
}

/// Everything that was saved and has no answers beside it yet.
pub(crate) async fn answer(store: &Store, works: &Works) -> Result<(), StoreError> {
    loop {
        let texts = store.unanswered(ENGINE.into(), PART).await?;
        if texts.is_empty() {
            return Ok(());
        }
        let mut answered = Vec::with_capacity(texts.len());
        for text in texts {
            let (Unanswered::Draft { body, .. } | Unanswered::Revision { body, .. }) = &text;
            let answers = json(&of(body.clone(), works).await);
            answered.push((text, answers));
        }
        store.keep_answers(&answered).await?;
    }
}

/// Compares every sheet that an older engine answered with what it answers now.
async fn compare(store: &Store, works: &Works, program: &str) -> Result<(), StoreError> {
    loop {
        let older = store.uncompared(ENGINE.into(), PART).await?;
        if older.is_empty() {
            return Ok(());
        }
        for mut sheet in older {
            let before = match &sheet.answers {
                Some(answers) => read(answers),
                // Before answers were kept the shelf's card had some of them.
                None => {
                    let card = store.former_card(&hash(&sheet.body), program).await?;
                    card.map(|card| of_card(&card)).unwrap_or_default()
                }
            };
            if !before.is_empty() {
                let differences = kept::differences(&before, &of(sheet.body.clone(), works).await);
                sheet.answers = Some(json(&before));
                sheet.differs = (!differences.is_empty()).then(|| json(&differences));
            }
            store.compared(&sheet, ENGINE.into()).await?;
        }
    }
}

/// The answers of a text; none when it is too much work, or went wrong.
async fn of(body: String, works: &Works) -> Vec<KeptLine> {
    works.run(MOST, move || Card::answered(&body).1).await.unwrap_or_else(|error| {
        tracing::warn!(why = error.body().message, "a sheet could not be answered");
        Vec::new()
    })
}

/// The answers that stand on a card of the shelf.
fn of_card(card: &str) -> Vec<KeptLine> {
    #[derive(Deserialize)]
    struct Face {
        verdict: Option<String>,
        asked: Vec<AskedLine>,
    }
    let Ok(Face { verdict: Some(verdict), asked }) = serde_json::from_str(card) else { return Vec::new() };
    let answers = asked.into_iter().map(|line| {
        // Cards of the first engine did not say what an answer is about.
        let growth = line.about == About::Force && line.label.starts_with("limit of ");
        KeptLine::asked(&AskedLine { about: if growth { About::Growth } else { line.about }, ..line })
    });
    std::iter::once(KeptLine::verdict(verdict)).chain(answers).collect()
}

/// Kept lines, or differences, from their JSON.
pub(crate) fn read<T: serde::de::DeserializeOwned>(text: &str) -> Vec<T> {
    serde_json::from_str(text).unwrap_or_default()
}

pub(crate) fn json<T: serde::Serialize>(lines: &[T]) -> String {
    // Texts can always be written as JSON.
    serde_json::to_string(lines).unwrap_or_else(|_| "[]".into())
}

/// The answers of a sheet that differ from those of an older engine.
pub(crate) fn differences(sheet: &Older) -> Vec<Difference> {
    sheet.differs.as_deref().map(read).unwrap_or_default()
}
